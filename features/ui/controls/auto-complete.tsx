'use client';

import { AutoComplete as Antd } from 'antd';
import { themed } from './themed';

export const AutoComplete = /* #__PURE__ */ themed(Antd);
