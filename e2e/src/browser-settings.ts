/** How the browser of every journey is set, so that dates and layouts are the same on every machine. */
export const BROWSER_SETTINGS = {
  viewport: { width: 1280, height: 800 },
  serviceWorkers: 'block',
  locale: 'en-GB',
  timezoneId: 'Europe/London',
} as const;
