// Sound against the timeline, picture against the sound, and a plain timer metronome beside them under the same load.
import {
  median,
  ms,
  openBrowser,
  pageScript,
  percentile,
  report,
  signIn,
  startApplication,
} from './measure.mjs';

/** Busy milliseconds in every hundred. */
const LOAD = 40;
const application = await startApplication();
const browser = await openBrowser();

const page = await browser.newPage();
await page.addScriptTag({ content: await pageScript('sound-page.ts') });
for (const pace of [1000, 833]) {
  for (const kind of ['phase', 'tick', 'word']) {
    const off = await page.evaluate(([what, at]) => window.measure(what, at), [kind, pace]);
    report(`${kind} onsets, pace ${pace} ms, ${off.length} in 10 minutes: median off`, ms(median(off)));
    report(
      `${kind} onsets, pace ${pace} ms: worst off`,
      ms(Math.max(...off)),
      kind === 'word' ? '3 ms' : 'under 2 ms',
    );
  }
}
await page.close();

// The picture: what the level shows, in each frame, against what the audio clock says it should.
const lead = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await lead.addInitScript(() => {
  const Context = AudioContext;
  const start = OscillatorNode.prototype.start;
  window.onsets = [];
  window.late = 0;
  window.AudioContext = class extends Context {
    constructor(options) {
      super(options);
      window.clock = this;
    }
  };
  OscillatorNode.prototype.start = function (when) {
    if (window.onsets.length === 0 || when !== window.onsets.at(-1)) window.onsets.push(when);
    if (when <= this.context.currentTime) window.late++;
    return start.call(this, when);
  };
});
await signIn(lead, application.origin);
await lead.getByRole('link', { name: 'Lead', exact: true }).click();
await lead.getByRole('link', { name: 'Lead Slow hands' }).click();
await lead.locator('nv-lead-ready').getByRole('button', { name: 'Today was asked', exact: true }).click();
await lead.getByRole('button', { name: 'Start' }).click();
await lead.locator('.phase').waitFor();
await lead.waitForFunction(() => window.onsets.length > 0);
/** Looks at the picture at any moment, between frames too: what it shows is as old as its frame. */
const behind = (seconds, busy) =>
  lead.evaluate(
    ([time, load]) =>
      new Promise((resolve) => {
        // 5 s hand-up, 4 s emptying, then 4 s in and 4 s out by turns: the inhales are looked at.
        const busily = setInterval(() => {
          const until = performance.now() + load;
          while (performance.now() < until);
        }, 100);
        const lags = [];
        const end = performance.now() + time * 1000;
        const look = setInterval(() => {
          const at = window.clock.currentTime - (window.clock.outputLatency || 0) - window.onsets[0];
          const [cycle, inCycle] = [Math.floor((at - 9) / 8), (at - 9) % 8];
          if (cycle >= 0 && inCycle > 0.3 && inCycle < 3.8) {
            const side = cycle % 2 === 0 ? 'left' : 'right';
            const height = Number(document.querySelector(`.channel.${side} .water`).getAttribute('height'));
            lags.push((inCycle - (height / 420) * 4) * 1000);
          }
          if (performance.now() < end) return;
          clearInterval(busily);
          clearInterval(look);
          resolve(lags);
        }, 7);
      }),
    [seconds, busy],
  );
const idle = await behind(28, 0);
report(`picture behind the sound, ${idle.length} looks: median`, ms(median(idle)));
report('picture behind the sound: 95th percentile', ms(percentile(idle, 0.95)), 'two frames, 33 ms');
const loaded = await behind(28, LOAD);
report('picture behind the sound, page busy 40 %: 95th percentile', ms(percentile(loaded, 0.95)));
report('notes that were scheduled too late', String(await lead.evaluate(() => window.late)), '0');
const plain = await lead.evaluate(
  ([seconds, busy]) => {
    const from = performance.now();
    return new Promise((resolve) => {
      const off = [];
      const load = setInterval(() => {
        const until = performance.now() + busy;
        while (performance.now() < until);
      }, 100);
      const beat = () => {
        off.push(performance.now() - from - (off.length + 1) * 1000);
        if (off.length < seconds) return setTimeout(beat, 1000);
        clearInterval(load);
        resolve(off);
      };
      setTimeout(beat, 1000);
    });
  },
  [30, LOAD],
);
report('plain timer metronome under the same load, after 30 beats: off', ms(plain.at(-1)));
report(
  'plain timer metronome: worst step from beat to beat',
  ms(Math.max(...plain.map((off, i) => off - (plain[i - 1] ?? 0)))),
);
await browser.close();
await application.stop();
