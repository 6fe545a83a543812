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

/** What it says of every link of a page: how ours look is a matter of our own styles. */
const BARE_LINKS = /(?<=^|\})(?:a(?:\[disabled\]|:[a-z-]+)?,?)+\{[^}]*\}/g;

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
  return extractStyle(cache, { plain: true }).replaceAll(BARE_LINKS, '');
}
