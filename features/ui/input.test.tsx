/** @jest-environment jsdom */
import { Input as Antd } from 'antd';
import { drawn, drawnByAntd } from './drawn.fixture';
import { Input } from './input';

test('a line to be typed into is what Ant Design makes of it', () => {
  const ignore = () => undefined;
  const SWITCHES = [
    {},
    { status: 'error' },
    { status: '' },
    { disabled: true },
    { className: 'own', placeholder: 'C1' },
    { type: 'password', inputMode: 'decimal', maxLength: 4, autoComplete: 'off' },
    { 'aria-label': 'Volts', 'aria-describedby': 'why', id: 'volts' },
  ] as const;
  const all = (['small', 'middle', 'large'] as const).flatMap((size) =>
    SWITCHES.map((one) => ({ size, value: '12.6', onChange: ignore, ...one })),
  );
  expect(drawn(all.map((props, i) => <Input key={i} {...props} />))).toEqual(
    drawnByAntd(all.map((props, i) => <Antd key={i} {...props} />)),
  );
});
