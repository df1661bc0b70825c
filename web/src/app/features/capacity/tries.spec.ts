import { configure } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { NaturalMinute } from './natural-minute';
import { STOPWATCH } from '../../shared/stopwatch';
import { TryTaker } from './try-taker';

describe('measuring by taps', () => {
  let time: number;

  beforeEach(() => {
    time = 0;
    jasmine.clock().install();
    configure({ provide: STOPWATCH, useValue: () => time });
  });
  afterEach(() => jasmine.clock().uninstall());

  const pass = (seconds: number): void => {
    time += seconds * 1000;
    jasmine.clock().tick(300);
  };
  const space = (target: Element = document.body): void =>
    void target.dispatchEvent(new KeyboardEvent('keydown', { key: ' ', bubbles: true, cancelable: true }));

  function taker(cap: number | null = null) {
    const shown = new Shown(TryTaker, { guide: 'Breathe in.', tries: [], cap });
    document.body.append(shown.page);
    shown.fixture.componentInstance.changed.subscribe((tries) => shown.set('tries', tries));
    return shown;
  }

  it('begins and ends a try with the space bar, and says how many are missing', () => {
    const shown = taker();
    for (const length of [6, 7, 6.5]) {
      space();
      pass(length);
      space();
      shown.fixture.detectChanges();
      if (length === 6) expect(shown.text('[role=status]')).toContain('2 more to go');
    }
    expect(shown.text('[role=status]')).toBe('Median 6.5 s, spread 1 s.');
    shown.page.remove();
  });

  it('asks for another when tries are erratic, and takes one out', () => {
    const shown = taker();
    shown.set('tries', [5, 9, 6]);
    expect(shown.text('[role=status]')).toContain('The tries differ much: one more, please.');
    shown.press('take out');
    expect(shown.text('ol')).toContain('9 s');
    expect(shown.text('ol')).not.toContain('5 s');
    shown.page.remove();
  });

  it('ends by itself at the lowest threshold, and not a moment later', () => {
    const shown = taker(4);
    space();
    pass(30);
    shown.fixture.detectChanges();
    expect(shown.text('ol')).toContain('4 s');
    expect(shown.text('.tap')).toContain('Begin');
    shown.page.remove();
  });

  it('takes no slip of the finger for a try, and no sixth one', () => {
    const shown = taker();
    space();
    pass(0.1);
    space();
    shown.fixture.detectChanges();
    expect(shown.text('ol')).toBe('');
    shown.set('tries', [6, 6, 6, 6, 6]);
    space();
    shown.fixture.detectChanges();
    expect(shown.text('.tap')).toContain('Begin');
    shown.page.remove();
  });

  it('counts a minute of natural breathing from inhale to inhale, and none after it', () => {
    const shown = new Shown(NaturalMinute, { rate: null });
    document.body.append(shown.page);
    const rates: (number | null)[] = [];
    shown.fixture.componentInstance.counted.subscribe((rate) => rates.push(rate));
    space();
    for (let breath = 0; breath < 12; breath++) {
      pass(4.8);
      space();
    }
    pass(3);
    expect(rates).toEqual([null, 12.5]);
    shown.page.remove();
  });
});
