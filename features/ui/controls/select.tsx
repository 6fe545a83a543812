'use client';

import { Select as Antd } from 'antd';
import { themed } from './themed';

export const Select = /* #__PURE__ */ themed(Antd);
