import { defineConfig } from '@playwright/test';
import { DESK } from './e2e/desk';

export default defineConfig({
  testDir: 'e2e',
  globalSetup: './e2e/demo-template.ts',
  outputDir: 'test-results',
  workers: 2,
  // Machines that build this are slow at times; a hang still ends.
  timeout: 180_000,
  expect: { timeout: 20_000 },
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    ...DESK,
    actionTimeout: 30_000,
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      // One process shows all pages of the site, as where somebody has it open in several tabs.
      args: [
        ...['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
        '--process-per-site',
      ],
    },
  },
});
