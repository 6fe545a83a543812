'use client';

import { Progress as Antd } from 'antd';
import { themed } from './themed';

export const Progress = /* #__PURE__ */ themed(Antd);
