'use client';

import { Form as Antd } from 'antd';
import { themed } from './themed';

export const Form = /* #__PURE__ */ themed(Antd);
export const { Item: FormItem, List: FormList, useForm, useWatch } = Antd;
