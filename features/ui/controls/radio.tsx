'use client';

import { Radio as Antd } from 'antd';
import { themed } from './themed';

export const Radio = /* #__PURE__ */ themed(Antd);
export const RadioButton = /* #__PURE__ */ themed(Antd.Button);
export const RadioGroup = /* #__PURE__ */ themed(Antd.Group);
