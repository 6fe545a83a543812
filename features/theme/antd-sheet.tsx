import { StyleProvider, createCache, extractStyle } from '@ant-design/cssinjs';
import {
  Alert,
  AutoComplete,
  Button,
  Checkbox,
  ConfigProvider,
  DatePicker,
  Empty,
  Form,
  Input,
  InputNumber,
  Progress,
  Radio,
  Segmented,
  Select,
} from 'antd';
import postcss from 'postcss';
import { renderToString } from 'react-dom/server';
import { antdTheme } from './antd';

/** Each component of Ant Design that some screen uses, with whatever it opens. */
export const USED = {
  Alert: <Alert title="x" type="error" showIcon />,
  AutoComplete: <AutoComplete />,
  Button: <Button />,
  Checkbox: <Checkbox />,
  DatePicker: <DatePicker />,
  Empty: <Empty />,
  Form: (
    <Form>
      <Form.Item label="x" help="x">
        <Input />
      </Form.Item>
    </Form>
  ),
  Input: (
    <>
      <Input suffix="x" />
      <Input.TextArea />
    </>
  ),
  InputNumber: <InputNumber />,
  Progress: <Progress percent={50} />,
  Radio: (
    <Radio.Group>
      <Radio.Button value="x" />
      <Radio value="y" />
    </Radio.Group>
  ),
  Segmented: <Segmented options={['x']} />,
  Select: <Select />,
} as const;

/**
 * What no screen of ours is: a third of the sheet, which every page would read. A link of a page is
 * none of its business either; columns of a grid, languages that run from right to left, fields
 * without their frame.
 */
const UNUSED =
  /^a(?:\[disabled\]|:[a-z-]+)?$|\.ant-col-(?:xs|sm|md|lg|xl|xxl|xxxl|push|pull|offset|order|\d)|-rtl\b|-(?:filled|borderless|underlined)\b/;

/** A sheet without what is unused in it. */
export function usedOf(sheet: string): string {
  const root = postcss.parse(sheet);
  root.walkRules((rule) => {
    const used = rule.selectors.filter((selector) => !UNUSED.test(selector));
    if (used.length === 0) rule.remove();
    else if (used.length < rule.selectors.length) rule.selectors = used;
  });
  root.walkAtRules('media', (at) => {
    if (at.nodes?.length === 0) at.remove();
  });
  return root.toString();
}

/**
 * The styles of all these in our theme. Made once when the program is built: working them out at
 * every request took a third of the server's time, and again as much in the browser.
 */
export function antdSheet(): string {
  const cache = createCache();
  renderToString(
    <StyleProvider cache={cache}>
      <ConfigProvider theme={{ ...antdTheme, zeroRuntime: false }}>
        {Object.entries(USED).map(([name, one]) => (
          <div key={name}>{one}</div>
        ))}
      </ConfigProvider>
    </StyleProvider>,
  );
  return usedOf(extractStyle(cache, { plain: true }));
}
