/** @jest-environment jsdom */
import { Button as Antd, ConfigProvider, type ButtonProps } from 'antd';
import { renderToStaticMarkup } from 'react-dom/server';
import { antdTheme } from '../theme/antd';
import { AntdTheme } from '../theme/antd-theme';
import { Button, ButtonLink } from './button';

/** What is made of each, without the sign that turns: ours is another. */
function drawn(elements: React.ReactNode) {
  const box = document.createElement('div');
  box.innerHTML = renderToStaticMarkup(elements);
  box.querySelectorAll('[class*="loading-icon"]').forEach((turning) => turning.replaceChildren());
  return [...box.children].map((button) => ({
    tag: button.tagName,
    inside: button.innerHTML,
    ...Object.fromEntries([...button.attributes].map(({ name, value }) => [name, value])),
    class: [...button.classList].sort().join(' '),
  }));
}

const byAntd = (all: readonly ButtonProps[]) =>
  drawn(
    <ConfigProvider theme={antdTheme} button={{ autoInsertSpace: false }}>
      {all.map((props, i) => (
        <Antd key={i} {...props} />
      ))}
    </ConfigProvider>,
  );

const SIZES = ['small', 'middle', 'large'] as const;
const SWITCHES = [
  {},
  { danger: true },
  { block: true },
  { loading: true },
  { disabled: true },
  { htmlType: 'submit', className: 'own' },
  { 'aria-pressed': true, 'aria-label': 'Off', title: 'Off' },
] as const;
const INSIDES = [
  { children: 'Record' },
  { children: ['Take ', 2, ' off'] },
  { children: [<svg key="a" />, 'Up ', <b key="b">C1</b>, null, ' now', false] },
  {
    children: (
      <>
        Off <kbd>X</kbd>
      </>
    ),
  },
  { children: 'Away', icon: <i /> },
  { icon: <i /> },
] as const;

describe('a button', () => {
  it.each(['default', 'primary', 'link', 'text'] as const)(
    'of the type %s is what Ant Design makes of it',
    (type) => {
      const all = SIZES.flatMap((size) =>
        SWITCHES.flatMap((one) => INSIDES.map((inside) => ({ type, size, ...one, ...inside }))),
      );
      expect(drawn(all.map((props, i) => <Button key={i} {...props} />))).toEqual(byAntd(all));
    },
  );

  it('that leads somewhere is a link, and leads nowhere where one is already', () => {
    const all = [false, true].map(
      (disabled) => ({ href: '/yard', disabled, children: 'Yard', target: '_blank' }) as const,
    );
    expect(drawn(all.map((props, i) => <ButtonLink key={i} {...props} />))).toEqual(byAntd(all));
  });

  it('stands by itself: within the theme it is the same', () => {
    const alone = <Button type="primary">Record</Button>;
    expect(drawn(<AntdTheme>{alone}</AntdTheme>)).toEqual(drawn(alone));
  });
});
