'use client';

import { Segmented as Antd } from 'antd';
import { themed } from './themed';

export const Segmented = /* #__PURE__ */ themed(Antd);
