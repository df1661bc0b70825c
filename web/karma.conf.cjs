// Component and service tests in Debian's headless Chromium.
process.env.CHROME_BIN ??= '/usr/bin/chromium';
const tally = require('../scripts/tally-karma.cjs');

module.exports = (config) => {
  config.set({
    frameworks: ['jasmine'],
    plugins: [require('karma-jasmine'), require('karma-chrome-launcher'), tally],
    reporters: ['dots', 'tally'],
    browsers: ['Chromium'],
    customLaunchers: {
      Chromium: {
        base: 'ChromeHeadless',
        flags: [
          '--headless',
          '--no-sandbox',
          '--disable-gpu',
          '--disable-quic',
          '--no-first-run',
          '--disable-background-networking',
          '--disable-component-update',
          '--disable-sync',
          '--autoplay-policy=no-user-gesture-required',
        ],
      },
    },
    // A slow machine is no failure: specs wait for what they need, as on the server.
    client: { jasmine: { timeoutInterval: 60_000 } },
    hostname: '127.0.0.1',
    listenAddress: '127.0.0.1',
    restartOnFileChange: false,
    browserNoActivityTimeout: 120_000,
  });
};
