'use client';

import { InputNumber as Antd } from 'antd';
import { themed } from './themed';

export const InputNumber = /* #__PURE__ */ themed(Antd);
