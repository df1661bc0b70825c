import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { configure, sittingOf, withCounted } from '../testing/fixtures';
import { FakeStage } from '../testing/fake-stage';
import { LeadScreen } from './lead-screen';
import { LeadStore } from './lead-store';
import { Stages } from './stage';
import { WakeLock } from './wake-lock';

/** The next frame has been drawn. */
const frame = (): Promise<void> =>
  new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(() => resolve())));

describe('the lead screen', () => {
  const stage = new FakeStage();
  let fixture: ComponentFixture<LeadScreen>;
  let page: HTMLElement;
  let store: LeadStore;
  let origin: number;

  beforeEach(async () => {
    configure(
      LeadStore,
      { provide: Stages, useValue: { open: () => Promise.resolve(stage) } },
      { provide: WakeLock, useValue: { keep: () => undefined, release: () => undefined, awake: () => true } },
    );
    store = TestBed.inject(LeadStore);
    const ratio = { inhale: 2, internalHold: 1, exhale: 3, externalHold: 0 };
    await store.start(sittingOf(withCounted({ ratio: ratio as never, base: 6 as never })));
    origin = stage.time - store.position() / 1000;
    fixture = TestBed.createComponent(LeadScreen);
    page = fixture.nativeElement as HTMLElement;
    document.body.append(page);
    fixture.autoDetectChanges();
  });
  afterEach(() => {
    store.stop();
    page.remove();
  });

  const at = async (seconds: number): Promise<void> => {
    stage.time = origin + seconds;
    await frame();
    await fixture.whenStable();
  };
  const text = (selector: string): string =>
    page.querySelector(selector)?.textContent.replace(/\s+/g, ' ').trim() ?? '';
  const level = (side: string): number =>
    Number(page.querySelector(`.channel.${side} .water`)?.getAttribute('height')) / 420;
  const press = (key: string): void => {
    document.dispatchEvent(new KeyboardEvent('keydown', { key }));
  };

  it('shows phase and side, count, what comes next, fingers, round and time left', async () => {
    // 5 s hand-up, 9 s emptying, then in 6, hold 3, out 9.
    await at(24.5);
    expect(text('.phase')).toBe('Exhale right');
    expect([text('.count'), text('.of')]).toEqual(['2', 'of 9']);
    expect(text('.next')).toBe('then inhale right, 6');
    expect(text('.fingers')).toBe('thumb opens right');
    expect(text('.round')).toBe('Round 1 of 8');
    expect(text('.where')).toContain('4:47 here');
    expect(text('.caption.left')).toBe('Left closed ring and little finger');
    expect(text('.caption.right')).toBe('Right open');
  });

  it('raises the level of the open side with the inhale, keeps both in the hold, sinks with the exhale', async () => {
    await at(17);
    expect([level('left'), level('right')]).toEqual([jasmine.any(Number), 0]);
    expect(level('left')).toBeCloseTo(0.5, 2);
    await at(21);
    expect([level('left'), level('right')]).toEqual([1, 1]);
    await at(27.5);
    expect(level('left')).toBe(0);
    expect(level('right')).toBeCloseTo(0.5, 2);
  });

  it('obeys the keys', async () => {
    await at(15);
    press('e');
    await at(15.5);
    expect(text('[role=status]')).toBe('Easier from the next round on.');
    press(' ');
    await fixture.whenStable();
    expect(text('.phase')).toBe('Paused');
    press(' ');
    press('Escape');
    expect(store.run()?.state.kind).toBe('stopped');
  });
});
