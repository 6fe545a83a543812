// The templates go with the tests.
import { rmSync } from 'node:fs';

export default function dropTemplates() {
  for (const folder of [process.env.EMBER_DEMO_TEMPLATE, process.env.EMBER_SOME_TEMPLATE])
    if (folder) rmSync(folder, { recursive: true, force: true });
}
