'use client';

import { Input as Antd } from 'antd';
import { themed } from './themed';

export const Input = /* #__PURE__ */ themed(Antd);
export const TextArea = /* #__PURE__ */ themed(Antd.TextArea);
