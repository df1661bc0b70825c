/** How the browser of every journey is set, so that dates and layouts are the same on every machine. */
export const BROWSER_SETTINGS = {
  viewport: { width: 1280, height: 800 },
  serviceWorkers: 'block',
  locale: 'en-GB',
  timezoneId: 'Europe/London',
  // Nobody waits for a menu to have opened slowly; the journey of the newcomer has the motion that is usual.
  reducedMotion: 'reduce',
} as const;

// Debian's Chromium; nothing is fetched, nothing leaves this machine.
export const CHROMIUM = '/usr/bin/chromium';
export const FLAGS = [
  '--headless',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--autoplay-policy=no-user-gesture-required',
];
