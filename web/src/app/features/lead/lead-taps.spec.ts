import { newPassage, seconds, type Passage } from '@nuvrah/core';
import { ids, session } from '../../testing/fixtures';
import { LedScreen } from '../../testing/led-screen';

describe('leading what a tap ends', () => {
  let led: LedScreen;
  const lead = (passage: Passage): Promise<LedScreen> => LedScreen.of({ ...session, passages: [passage] });
  afterEach(() => led.close());

  it('shows how long an open hold lasts and its cap; space ends it, P pauses', async () => {
    const open = { phase: 'internalHold', expected: seconds(6), cap: seconds(12) } as const;
    led = await lead({ ...newPassage('surya-bhedana', ids.counted), openHold: open, cycles: 2 } as Passage);
    // 5 s hand-up, 4 s emptying, 4 s in.
    await led.at(16.5);
    expect(led.text('.phase')).toBe('Hold full while it is easy');
    expect(led.text('.count')).toBe('3');
    expect(led.text('.of')).toBe('seconds, at most 12');
    expect(led.text('.tap')).toBe('Breathe on space');
    await led.press('p');
    expect(led.text('.phase')).toBe('Paused');
  });

  it('goes on with the breath when it is tapped', async () => {
    const open = { phase: 'internalHold', expected: seconds(6), cap: seconds(12) } as const;
    led = await lead({ ...newPassage('surya-bhedana', ids.counted), openHold: open, cycles: 2 } as Passage);
    await led.at(16.5);
    await led.press(' ');
    await led.at(17);
    expect(led.text('.phase')).toBe('Exhale left');
  });

  it('counts strokes, names the turn, and T ends it', async () => {
    led = await lead({ ...newPassage('even-rapid', ids.counted), sets: 1 } as Passage);
    await led.at(5 + 9.4);
    expect(led.text('.phase')).toBe('25 strokes left');
    expect(led.text('.count')).toBe('10');
    expect(led.text('.of')).toBe('of 25');
    expect(led.text('.round')).toBe('Set 1 of 1');
    await led.press('t');
    await led.at(5 + 10.5);
    expect(led.text('.phase')).toBe('Inhale left');
    expect(led.store.run()?.changes.length).toBe(1);
  });

  it('calls locks on and off and shows where they are', async () => {
    const locks = { internalHold: ['chin', 'root'], externalHold: [], fromRound: 1 } as const;
    const ratio = { inhale: 1, internalHold: 2, exhale: 2, externalHold: 0 };
    led = await lead({ ...newPassage('nadi-shodhana', ids.counted), ratio, locks, cycles: 2 } as Passage);
    // 5 s hand-up, 8 s emptying, 4 s in, then a hold of 8 s.
    await led.at(17.5);
    expect(led.text('.phase')).toBe('Hold full');
    expect(led.text('.locks')).toEqual(jasmine.stringContaining('Lengthen the neck, chin down'));
    await led.at(20);
    expect(led.text('.locks')).toContain('jalandhara bandha and mula bandha');
    expect(led.page.querySelectorAll('.channel.left .bracket').length).toBe(2);
    await led.at(24.5);
    expect(led.text('.locks')).toContain('Let the floor go; chin up');
  });

  it('shows one channel where no side is meant, and says whether breath goes through nose or mouth', async () => {
    led = await lead({ ...newPassage('sheetali', ids.counted), cycles: 2 } as Passage);
    await led.at(2);
    expect(led.page.querySelectorAll('.channel').length).toBe(1);
    expect(led.level('one')).toBeCloseTo(0.5, 2);
    expect(led.text('.caption')).toBe('Mouth');
    expect(led.text('.phase')).toBe('Inhale, rolled tongue');
    await led.at(6);
    expect(led.text('.caption')).toBe('Both nostrils');
    expect(led.text('.room')).not.toContain('closed');
    expect(led.text('.phase')).toBe('Exhale through both');
  });

  it('shows what is asked: throughout under the name, tensing and letting go as they come', async () => {
    led = await lead(newPassage('tense-release', ids.counted));
    const from = (kind: string): number =>
      (led.store.timeline()?.events.find((one) => one.kind === kind)?.from ?? 0) / 1000;
    await led.at(from('internalHold') + 0.5);
    expect(led.text('.manner')).toContain('Tense the whole body');
    await led.at(from('letGo') + 0.5);
    expect(led.text('.manner')).toBe('Let everything go');
    expect(led.text('.throughout')).toContain('eyes');
  });
});
