'use client';

import { StyleProvider, createCache } from '@ant-design/cssinjs';
import { ConfigProvider } from 'antd';
import { createContext, useContext } from 'react';
import { antdTheme } from './antd';
import { documentNonce } from './nonce';

/** What the theme comes to is the same everywhere: it is worked out once. */
const cache = createCache();

const Inside = createContext(false);

/** Ant Design with our tokens. Within another of these it is none. */
export function AntdTheme({ children }: { readonly children: React.ReactNode }) {
  if (useContext(Inside)) return children;
  return (
    <Inside value={true}>
      <StyleProvider cache={cache}>
        {/* What it adds in the browser carries the nonce of the page; the server adds nothing. */}
        <ConfigProvider theme={antdTheme} csp={{ nonce: documentNonce('') }}>
          {children}
        </ConfigProvider>
      </StyleProvider>
    </Inside>
  );
}
