import { ConfigProvider } from 'antd';
import type { ReactNode } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { antdTheme } from '../theme/antd';

/** What is made of each element, without the sign that turns: ours is another. */
export function drawn(elements: ReactNode) {
  const box = document.createElement('div');
  box.innerHTML = renderToStaticMarkup(elements);
  box.querySelectorAll('[class*="loading-icon"]').forEach((turning) => turning.replaceChildren());
  return [...box.children].map((element) => ({
    tag: element.tagName,
    inside: element.innerHTML,
    ...Object.fromEntries([...element.attributes].map(({ name, value }) => [name, value])),
    class: [...element.classList].sort().join(' '),
  }));
}

/** The same of what Ant Design makes in our theme. */
export const drawnByAntd = (elements: ReactNode) =>
  drawn(
    <ConfigProvider theme={antdTheme} button={{ autoInsertSpace: false }}>
      {elements}
    </ConfigProvider>,
  );
