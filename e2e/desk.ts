/** The desk that most tests sit at. */
export const DESK = {
  viewport: { width: 1280, height: 800 },
  colorScheme: 'light',
  timezoneId: 'Europe/London',
  locale: 'en-GB',
} as const;
