import { headers } from 'next/headers';
import { NONCE_HEADER } from '../server/headers';
import { AntdTheme } from './antd-theme';

/** For screens that use Ant Design: its styles stand in the page before any script runs. */
export async function Themed({ children }: { children: React.ReactNode }) {
  const nonce = (await headers()).get(NONCE_HEADER) ?? '';
  return <AntdTheme nonce={nonce}>{children}</AntdTheme>;
}
