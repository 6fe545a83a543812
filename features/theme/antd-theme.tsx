'use client';

import { StyleProvider, createCache } from '@ant-design/cssinjs';
import { ConfigProvider } from 'antd';
import { useState } from 'react';
import { antdTheme } from './antd';
import { documentNonce } from './nonce';

/** What the theme comes to is the same for every page: on the server it is worked out once. */
const ofServer = typeof document === 'undefined' ? createCache() : null;

/** Ant Design with our tokens; what it adds in the browser carries the nonce of the page. */
export function AntdTheme({
  nonce: ofPage,
  children,
}: {
  nonce: string;
  children: React.ReactNode;
}) {
  const [cache] = useState(() => ofServer ?? createCache());
  return (
    <StyleProvider cache={cache}>
      <ConfigProvider
        theme={antdTheme}
        csp={{ nonce: documentNonce(ofPage) }}
        button={{ autoInsertSpace: false }}
      >
        {children}
      </ConfigProvider>
    </StyleProvider>
  );
}
