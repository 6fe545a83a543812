// The template goes with the tests.
import { rmSync } from 'node:fs';

export default function dropTemplate() {
  const folder = process.env.EMBER_DEMO_TEMPLATE;
  if (folder) rmSync(folder, { recursive: true, force: true });
}
