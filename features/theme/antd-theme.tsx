'use client';

import { StyleProvider, createCache, extractStyle } from '@ant-design/cssinjs';
import { ConfigProvider } from 'antd';
import { useServerInsertedHTML } from 'next/navigation';
import { useState } from 'react';
import { antdTheme } from './antd';
import { documentNonce } from './nonce';

/** Ant Design with our tokens; its styles carry the nonce of the page. */
export function AntdTheme({
  nonce: ofPage,
  children,
}: {
  nonce: string;
  children: React.ReactNode;
}) {
  const nonce = documentNonce(ofPage);
  const [cache] = useState(() => createCache());
  useServerInsertedHTML(() => {
    const text = extractStyle(cache, { plain: true, once: true });
    if (text.includes('.data-ant-cssinjs-cache-path{content:"";}')) return null;
    return (
      <style
        id="antd-cssinjs"
        nonce={nonce}
        // Before the styles that Ant Design adds in the browser.
        data-rc-order="prepend"
        data-rc-priority="-1000"
        dangerouslySetInnerHTML={{ __html: text }}
      />
    );
  });
  return (
    <StyleProvider cache={cache}>
      <ConfigProvider theme={antdTheme} csp={{ nonce }} button={{ autoInsertSpace: false }}>
        {children}
      </ConfigProvider>
    </StyleProvider>
  );
}
