import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { USED, antdSheet, usedOf } from './antd-sheet';

/** What the screens take from Ant Design, as their sources name it. */
function imported(): Set<string> {
  const files = readdirSync('features', { recursive: true, encoding: 'utf8' });
  const names = files
    .filter((file) => file.endsWith('.tsx') && !file.includes('antd-sheet'))
    .flatMap((file) => {
      const text = readFileSync(join('features', file), 'utf8');
      const [, list = ''] = /import \{([^}]*)\} from 'antd'/.exec(text) ?? [];
      return list.split(',').map((name) => name.trim());
    });
  return new Set(names.filter((name) => name !== '' && !name.startsWith('type ')));
}

describe('the sheet of styles', () => {
  it('has each component that a screen uses: in the browser none is added', () => {
    const own = new Set([...Object.keys(USED), 'ConfigProvider', 'App']);
    expect([...imported()].filter((name) => !own.has(name))).toEqual([]);
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
