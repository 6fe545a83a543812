import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { USED, antdSheet, usedOf } from './antd-sheet';

const CONTROLS = 'features/ui/controls';

/** What the screens have of Ant Design: a control a file, and the button that is drawn as its is. */
const imported = () =>
  readdirSync(CONTROLS).flatMap((file) => {
    const text = readFileSync(join(CONTROLS, file), 'utf8');
    return /import \{ (\w+) as Antd \} from 'antd'/.exec(text)?.[1] ?? [];
  });

describe('the sheet of styles', () => {
  it('has each component that a screen uses: in the browser none is added', () => {
    // A field without anything to choose from shows this by itself.
    const used = Object.keys(USED).filter((name) => name !== 'Empty');
    expect(['Button', ...imported()].sort()).toEqual(used.sort());
  });

  it('leaves out what no screen of ours is, rule by rule', () => {
    const sheet = `.ant-btn,.ant-btn-rtl{color:red}.ant-col-xs-3{flex:1}a:hover,a{color:blue}
      .ant-col{flex:2}@media (max-width:9px){.ant-col-md-1{flex:3}}a.ant-btn{color:green}`;
    expect(usedOf(sheet).replace(/\s+/g, ' ')).toBe(
      '.ant-btn{color:red} .ant-col{flex:2}a.ant-btn{color:green}',
    );
    // What is left is read at every page.
    expect(antdSheet()).not.toMatch(/\.ant-col-\d|-rtl[\s.{,:]/);
  });

  it('has their styles and our theme', () => {
    const sheet = antdSheet();
    const wanted = ['.ant-btn', '.ant-segmented', '.ant-select-dropdown', '.ant-picker-dropdown'];
    const ours = ['--ant-color-primary:var(--ember)', '--ant-color-text:var(--ink)'];
    expect([...wanted, ...ours].filter((one) => !sheet.includes(one))).toEqual([]);
    // Links of ours are none of its business.
    expect(/[,}]a[:{,[]/.exec(sheet)?.[0]).toBeUndefined();
  });
});
