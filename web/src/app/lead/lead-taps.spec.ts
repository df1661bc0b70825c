import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { newPassage, seconds, type Passage, type Session } from '@nuvrah/core';
import { configure, ids, session, sittingOf } from '../testing/fixtures';
import { FakeStage } from '../testing/fake-stage';
import { LeadScreen } from './lead-screen';
import { LeadStore } from './lead-store';
import { Stages } from './stage';
import { WakeLock } from './wake-lock';

const frame = (): Promise<void> =>
  new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(() => resolve())));

describe('leading what a tap ends', () => {
  const stage = new FakeStage();
  let fixture: ComponentFixture<LeadScreen>;
  let page: HTMLElement;
  let store: LeadStore;
  let origin: number;

  async function lead(passage: Passage): Promise<void> {
    configure(
      LeadStore,
      { provide: Stages, useValue: { open: () => Promise.resolve(stage) } },
      { provide: WakeLock, useValue: { keep: () => undefined, release: () => undefined, awake: () => true } },
    );
    store = TestBed.inject(LeadStore);
    const led: Session = { ...session, passages: [passage] };
    await store.start(sittingOf(led));
    origin = stage.time - store.position() / 1000;
    fixture = TestBed.createComponent(LeadScreen);
    page = fixture.nativeElement as HTMLElement;
    document.body.append(page);
    fixture.autoDetectChanges();
  }
  afterEach(() => {
    store.stop();
    page.remove();
  });

  const at = async (time: number): Promise<void> => {
    stage.time = origin + time;
    await frame();
    await fixture.whenStable();
  };
  const text = (selector: string): string =>
    page.querySelector(selector)?.textContent.replace(/\s+/g, ' ').trim() ?? '';
  const press = async (key: string): Promise<void> => {
    document.dispatchEvent(new KeyboardEvent('keydown', { key }));
    await fixture.whenStable();
  };

  it('shows how long an open hold lasts and its cap; space ends it, P pauses', async () => {
    const open = { phase: 'internalHold', expected: seconds(6), cap: seconds(12) } as const;
    await lead({ ...newPassage('surya-bhedana', ids.counted), openHold: open, cycles: 2 } as Passage);
    // 5 s hand-up, 4 s emptying, 4 s in.
    await at(16.5);
    expect(text('.phase')).toBe('Hold full while it is easy');
    expect([text('.count'), text('.of')]).toEqual(['3', 'seconds, at most 12']);
    expect(text('.tap')).toBe('Breathe on space');
    await press('p');
    expect(text('.phase')).toBe('Paused');
    store.stop();
  });

  it('goes on with the breath when it is tapped', async () => {
    const open = { phase: 'internalHold', expected: seconds(6), cap: seconds(12) } as const;
    await lead({ ...newPassage('surya-bhedana', ids.counted), openHold: open, cycles: 2 } as Passage);
    await at(16.5);
    await press(' ');
    await at(17);
    expect(text('.phase')).toBe('Exhale left');
  });

  it('counts strokes, names the turn, and T ends it', async () => {
    await lead({ ...newPassage('even-rapid', ids.counted), sets: 1 } as Passage);
    await at(5 + 9.4);
    expect([text('.phase'), text('.count'), text('.of'), text('.round')]).toEqual([
      '25 strokes left',
      '10',
      'of 25',
      'Set 1 of 1',
    ]);
    await press('t');
    await at(5 + 10.5);
    expect(text('.phase')).toBe('Inhale left');
    const [record] = store.run() ? [store.run()?.changes] : [];
    expect(record?.length).toBe(1);
  });

  it('calls locks on and off and shows where they are', async () => {
    const locks = { internalHold: ['chin', 'root'], externalHold: [], fromRound: 1 } as const;
    const ratio = { inhale: 1, internalHold: 2, exhale: 2, externalHold: 0 };
    await lead({ ...newPassage('nadi-shodhana', ids.counted), ratio, locks, cycles: 2 } as Passage);
    // 5 s hand-up, 8 s emptying, 4 s in, then a hold of 8 s.
    await at(17.5);
    expect([text('.phase'), text('.locks')]).toEqual([
      'Hold full',
      jasmine.stringContaining('Lengthen the neck, chin down'),
    ]);
    await at(20);
    expect(text('.locks')).toContain('jalandhara bandha and mula bandha');
    expect(page.querySelectorAll('.channel.left .bracket').length).toBe(2);
    await at(24.5);
    expect(text('.locks')).toContain('Let the floor go; chin up');
  });

  it('shows the mouth as a third channel only where breath goes through it', async () => {
    await lead({ ...newPassage('sheetali', ids.counted), cycles: 2 } as Passage);
    await at(2);
    expect(page.querySelector('.channel.mouth')).not.toBeNull();
    expect(Number(page.querySelector('.channel.mouth .water')?.getAttribute('height'))).toBeCloseTo(210, 0);
    expect(text('.phase')).toBe('Inhale, rolled tongue');
    await at(6);
    expect(text('.phase')).toBe('Exhale through both');
  });
});
