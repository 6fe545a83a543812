'use client';

import type { ComponentType } from 'react';
import { AntdTheme } from '../../theme/antd-theme';

/**
 * A control of Ant Design that brings its theme with it, wherever it stands: a page that shows none
 * loads neither. What it has parts of (`Radio.Group`) is exported by a name of its own.
 */
export function themed<C>(Control: C): C {
  const Inner = Control as ComponentType<object>;
  function Themed(props: object) {
    return (
      <AntdTheme>
        <Inner {...props} />
      </AntdTheme>
    );
  }
  return Themed as C;
}
