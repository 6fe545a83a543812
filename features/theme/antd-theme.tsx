'use client';

import { ConfigProvider } from 'antd';
import { antdTheme } from './antd';

export function AntdTheme({ children }: { children: React.ReactNode }) {
  return (
    <ConfigProvider theme={antdTheme} button={{ autoInsertSpace: false }}>
      {children}
    </ConfigProvider>
  );
}
