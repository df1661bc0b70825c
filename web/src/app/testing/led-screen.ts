import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { API_ROOT, type LedFinding } from '@nuvrah/contract';
import type { Session } from '@nuvrah/core';
import { LeadScreen } from '../shared/playback/lead-screen';
import { LEAD_STORE, LeadStore } from '../shared/playback/lead-store';
import { Stages } from '../shared/playback/stage';
import { WakeLock } from '../shared/playback/wake-lock';
import { FakeStage } from './fake-stage';
import { configure, sittingOf, storedSession } from './fixtures';

/** The next frame has been drawn. */
const frame = (): Promise<void> =>
  new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(() => resolve())));

/** Seconds that pass between two frames at the most. */
const STEP = 100;

/** The lead screen with a session that is being led, its clock moved by the spec. */
export class LedScreen {
  private constructor(
    readonly store: LeadStore,
    private readonly stage: FakeStage,
    private readonly origin: number,
    private readonly fixture: ComponentFixture<LeadScreen>,
    readonly page: HTMLElement,
  ) {}

  /** @param findings what was found before leading. */
  static async of(session: Session, findings: readonly LedFinding[] = []): Promise<LedScreen> {
    const stage = new FakeStage();
    const http = configure(
      ...LEAD_STORE,
      { provide: Stages, useValue: { open: () => Promise.resolve(stage) } },
      { provide: WakeLock, useValue: { keep: () => undefined, release: () => undefined, awake: () => true } },
    );
    const store = TestBed.inject(LeadStore);
    const sitting = sittingOf(session);
    const begun = { ...sitting, led: { ...sitting.led, findings: [...findings] } };
    store.begin(storedSession(session), begun.id).subscribe();
    http.expectOne(`${API_ROOT}/sittings`).flush(begun);
    await store.start(begun);
    const origin = stage.time - store.position() / 1000;
    const fixture = TestBed.createComponent(LeadScreen);
    const page = fixture.nativeElement as HTMLElement;
    document.body.append(page);
    fixture.autoDetectChanges();
    return new LedScreen(store, stage, origin, fixture, page);
  }

  /** Goes to a moment of the session, in seconds. */
  async at(seconds: number): Promise<void> {
    // A device that is awake is never so long without a look.
    const to = this.origin + seconds;
    for (; to - this.stage.time > STEP; await frame()) this.stage.time += STEP;
    this.stage.time = to;
    await frame();
    await this.fixture.whenStable();
  }

  /** Goes to the end, however long it is. */
  async toTheEnd(): Promise<void> {
    await this.at((this.store.timeline()?.total ?? 0) / 1000 + 1);
  }

  /** Another take began just now: so much later it is led. */
  async later(seconds = 1): Promise<void> {
    this.stage.time += seconds;
    await frame();
    await this.fixture.whenStable();
  }

  text(selector: string): string {
    return this.page.querySelector(selector)?.textContent.replace(/\s+/g, ' ').trim() ?? '';
  }

  /** How full a channel is shown, 0 to 1. */
  level(channel: string): number {
    return Number(this.page.querySelector(`.channel.${channel} .water`)?.getAttribute('height')) / 420;
  }

  async press(key: string): Promise<void> {
    document.dispatchEvent(new KeyboardEvent('keydown', { key }));
    await this.fixture.whenStable();
  }

  close(): void {
    this.store.stop();
    this.page.remove();
  }
}
