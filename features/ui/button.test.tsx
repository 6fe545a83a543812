/** @jest-environment jsdom */
import { Button as Antd, type ButtonProps } from 'antd';
import { AntdTheme } from '../theme/antd-theme';
import { Button, ButtonLink } from './button';
import { drawn, drawnByAntd } from './drawn.fixture';

const byAntd = (all: readonly ButtonProps[]) =>
  drawnByAntd(all.map((props, i) => <Antd key={i} {...props} />));

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
