import { TestBed } from '@angular/core/testing';
import { API_ROOT } from '@nuvrah/contract';
import { FakeStage } from '../../testing/fake-stage';
import { configure, dayCheck, ids, sittingOf, storedSession, student } from '../../testing/fixtures';
import { LEAD_STORE, LeadStore } from './lead-store';
import { LeadSigns } from './lead-signs';
import { Stages } from './stage';
import { WakeLock } from './wake-lock';

describe('signs while leading', () => {
  let stage: FakeStage;
  let store: LeadStore;
  let page: HTMLElement;
  let detect: () => void;

  beforeEach(async () => {
    localStorage.clear();
    stage = new FakeStage();
    const http = configure(
      ...LEAD_STORE,
      { provide: Stages, useValue: { open: () => Promise.resolve(stage) } },
      { provide: WakeLock, useValue: { keep: () => undefined, release: () => undefined, awake: () => true } },
    );
    store = TestBed.inject(LeadStore);
    store.leadFor({ ...student, dayCheck }, []);
    store.begin(storedSession(), ids.sitting).subscribe();
    http.expectOne(`${API_ROOT}/sittings`).flush(sittingOf());
    await store.start(sittingOf());
    stage.time += 30;
    const fixture = TestBed.createComponent(LeadSigns);
    detect = () => fixture.detectChanges();
    detect();
    page = fixture.nativeElement as HTMLElement;
  });

  const press = (label: string): HTMLButtonElement => {
    const button = [...page.querySelectorAll('button')].find(
      ({ textContent }) => textContent.trim() === label,
    );
    button?.click();
    detect();
    return button as HTMLButtonElement;
  };

  it('notes a strain and leads on', () => {
    const before = store.timeline();
    expect(press('A tired arm').classList).toContain('chosen');
    expect(store.timeline()).toBe(before);
    expect(store.run()?.log.map(({ what }) => what)).toEqual(['tired-arm']);
    expect(store.message()).toContain('Ease');
  });

  it('lets the breath be natural at a stop sign while it leads on; pressed again it is taken back', () => {
    expect(press('Dizzy').getAttribute('aria-pressed')).toBe('true');
    expect(store.run()?.state.kind).toBe('leading');
    expect(store.timeline()?.events.some(({ kind }) => kind === 'natural')).toBeTrue();
    expect(store.position()).toBeLessThan(0);
    expect(store.message()).toContain('breathe naturally');
    press('Dizzy');
    expect(store.run()?.signs).toEqual([]);
    expect(store.run()?.takenBack.length).toBe(1);
  });

  it('stops at an emergency sign, and is silent', () => {
    press('Chest pain');
    expect(store.run()?.state.kind).toBe('stopped');
    expect(store.record()?.signs).toEqual(['chest-pain']);
    expect(stage.closed).toBeTrue();
  });
});
