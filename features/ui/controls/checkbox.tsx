'use client';

import { Checkbox as Antd } from 'antd';
import { themed } from './themed';

export const Checkbox = /* #__PURE__ */ themed(Antd);
export const CheckboxGroup = /* #__PURE__ */ themed(Antd.Group);
