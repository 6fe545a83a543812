'use client';

import { DatePicker as Antd } from 'antd';
import { themed } from './themed';

export const DatePicker = /* #__PURE__ */ themed(Antd);
