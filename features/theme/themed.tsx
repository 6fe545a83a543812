import { AntdRegistry } from '@ant-design/nextjs-registry';
import { AntdTheme } from './antd-theme';

/** For screens that use Ant Design: its styles stand in the page before any script runs. */
export function Themed({ children }: { children: React.ReactNode }) {
  return (
    <AntdRegistry>
      <AntdTheme>{children}</AntdTheme>
    </AntdRegistry>
  );
}
