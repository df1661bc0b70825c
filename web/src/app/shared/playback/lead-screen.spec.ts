import { LedScreen } from '../../testing/led-screen';
import { ids, session, withCounted } from '../../testing/fixtures';

describe('the lead screen', () => {
  let led: LedScreen;

  beforeEach(async () => {
    const ratio = { inhale: 2, internalHold: 1, exhale: 3, externalHold: 0 };
    led = await LedScreen.of(withCounted({ ratio: ratio as never, base: 6 as never }));
  });
  afterEach(() => led.close());

  it('shows phase and side, count, what comes next, fingers, round and time to go', async () => {
    // 5 s hand-up, 9 s emptying, then in 6, hold 3, out 9.
    await led.at(24.5);
    expect(led.text('.phase')).toBe('Exhale right');
    expect(led.text('.count')).toBe('2');
    expect(led.text('.of')).toBe('of 9');
    expect(led.text('.next')).toBe('then inhale right, 6');
    expect(led.text('.fingers')).toBe('thumb opens right');
    expect(led.text('.round')).toBe('Round 1 of 8');
    expect(led.text('.where')).toContain('4:47 to go here');
    expect(led.text('.caption.left')).toBe('Left closed ring and little finger');
    expect(led.text('.caption.right')).toBe('Right open');
  });

  it('raises the level of the open side with the inhale, keeps both in the hold, sinks with the exhale', async () => {
    await led.at(17);
    expect(led.level('left')).toEqual(jasmine.any(Number));
    expect(led.level('right')).toBe(0);
    expect(led.level('left')).toBeCloseTo(0.5, 2);
    await led.at(21);
    expect(led.level('left')).toBe(1);
    expect(led.level('right')).toBe(1);
    await led.at(27.5);
    expect(led.level('left')).toBe(0);
    expect(led.level('right')).toBeCloseTo(0.5, 2);
  });

  it('obeys the keys', async () => {
    await led.at(15);
    await led.press('e');
    await led.at(15.5);
    expect(led.text('[role=status]')).toBe('From round 2 on: in 5 · hold 2½ · out 7½.');
    await led.press(' ');
    expect(led.text('.phase')).toBe('Paused');
    await led.press(' ');
    await led.press('Escape');
    expect(led.store.run()?.state.kind).toBe('stopped');
  });
});

describe('what else can be done while leading', () => {
  const menu = (): readonly string[] =>
    [...document.querySelectorAll('.lead-options [mat-menu-item]')].map((item) =>
      item.textContent.replace(/\s+/g, ' ').trim(),
    );

  it('says what each makes of the passage, and is done by its key', async () => {
    const led = await LedScreen.of(
      withCounted({ ratio: { inhale: 1, internalHold: 1, exhale: 2, externalHold: 0 } as never, cycles: 8 }),
    );
    await led.at(15);
    await led.press('m');
    expect(menu()).toEqual([
      'Easing goes on to the endAEase down, halve and drop the hold change what comes after this passage too.',
      'Halve the countsHFrom round 2 on: in 2 · hold 2 · out 4.',
      'Drop the holdDFrom round 2 on: in 4 · out 8.',
      jasmine.stringMatching(/^Only watch the breathWAt once: Shvasa darshana, \d:\d\d\.$/) as never,
      'Skip to restKHand down, one breath through both, then rest.',
    ]);
    document
      .querySelector<HTMLElement>('.lead-options')
      ?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', keyCode: 27 } as KeyboardEventInit));
    await led.press('d');
    await led.at(15.5);
    expect(led.text('[role=status]')).toBe('From round 2 on: in 4 · out 8.');
    await led.press('b');
    await led.at(16);
    expect(led.text('[role=status]')).toBe('From round 2 on: in 4 · hold 4 · out 8.');
    led.close();
  });

  it('goes to rest at once: the hand comes down, and the sound goes on from there', async () => {
    const led = await LedScreen.of(withCounted({ cycles: 8 }));
    await led.at(15);
    await led.press('k');
    await led.later();
    expect(led.text('.phase')).toBe('Hand down, one breath through both');
    expect(led.text('[role=status]')).toContain('then rest');
    await led.press('k');
    expect(led.store.message()).toBe('Rest is here, or comes next.');
    led.close();
  });
});

describe("minutes at one's own pace", () => {
  it('keep the sides, the fingers and the side to end on, and the last round is theirs', async () => {
    const led = await LedScreen.of(withCounted({ cycles: 2, ownPace: 60 as never }));
    const from = (kind: string): number =>
      (led.store.timeline()?.events.find((one) => one.kind === kind)?.from ?? 0) / 1000;
    await led.at(from('inhale') + 0.5);
    expect(led.text('.where')).not.toContain('last round');
    await led.at(from('ownPace') + 1);
    expect(led.text('.phase')).toBe('The same at your own pace');
    expect(led.text('.manner')).toBe('in left, out right, in right, out left');
    expect(led.text('.caption.left')).toBe('Left in turn ring and little finger');
    expect(led.text('.caption.right')).toBe('Right in turn thumb');
    expect(led.text('.fingers')).toContain('in turn');
    expect(led.text('.of')).toBe('to go');
    expect(led.text('.count')).toBe('0:59');
    expect(led.text('.next')).toBe('then hand down, one breath through both');
    await led.at(from('closing') - 1);
    expect(led.text('.phase')).toBe('Last round');
    expect(led.text('.manner')).toBe('Finish your round: the last breath goes out left');
    expect(led.text('.where')).toContain('last round');
    led.close();
  });

  it('what was said of a passage does not stay into the next', async () => {
    const led = await LedScreen.of(withCounted({ cycles: 4 }));
    await led.at(15);
    await led.press('f');
    await led.at(15.5);
    expect(led.text('[role=status]')).toBe('This round is the last.');
    const next = led.store.timeline()?.passages[1]?.from ?? 0;
    await led.at(next / 1000 + 1);
    expect(led.text('[role=status]')).toBe('');
    led.close();
  });
});

describe('a button for what may not be led', () => {
  it('offers nothing, and says why when it is pressed', async () => {
    const led = await LedScreen.of(withCounted({ cycles: 4 }, session));
    await led.at(15);
    await led.press('n');
    await led.at(15.5);
    expect(led.text('[aria-disabled="true"]')).toBe('One more round not here');
    await led.press('n');
    await led.at(16);
    expect(led.text('[role=status]')).toContain('half as many again is the most');
    led.close();
  });
});

describe('what is said once', () => {
  it('is a care, in the first round of its passage', async () => {
    const care = {
      rule: 'asthma/always/care',
      value: 1,
      level: 'care',
      standing: 'acknowledged',
      because: '',
    } as const;
    const led = await LedScreen.of(session, [
      { ...care, passageId: ids.counted },
      { ...care, rule: 'asthma/hold>4/change', level: 'change', passageId: ids.counted },
    ]);
    await led.at(1);
    expect(led.text('.say')).toBe(
      'Say once Strong, cold and held breaths can tighten the airways; the reliever lies within reach.',
    );
    await led.at(45);
    expect(led.text('.say')).toBe('');
    led.close();
  });
});
