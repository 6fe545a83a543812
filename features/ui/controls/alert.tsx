'use client';

import { Alert as Antd } from 'antd';
import { themed } from './themed';

export const Alert = /* #__PURE__ */ themed(Antd);
