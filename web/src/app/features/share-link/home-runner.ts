import { computed, inject, Injectable, signal } from '@angular/core';
import type { Feelings, HomePractice } from '@nuvrah/contract';
import {
  DEFAULT_SOUND,
  recordOfRounds,
  type EaseWay,
  type SoundChoice,
  type LeadRecord,
  type LeadRun,
  type LeadSetup,
  type Millis,
  keepsTo,
} from '@nuvrah/core';
import { BrowserStore } from '../../api/browser-store';
import { endedRun, runAsKept } from '../../shared/playback/lead-keeper';
import { LeadRunner, type LeadAbout } from '../../shared/playback/lead-runner';
import { practisedOf } from '../../shared/practice/practised';
import { of, tap, type Observable } from 'rxjs';
import { HomeStore } from './home-store';
import { homeWords } from '../../words/home-words';

/** What was practised and is not told yet, as it is kept on this phone. */
export interface Practice {
  readonly token: string;
  /** One practice, one report. */
  readonly id: string;
  readonly practiceId: string;
  readonly startedAt: string;
  /** How it felt before; left out by an earlier version. */
  readonly feltBefore?: Feelings | null;
  readonly run: LeadRun;
  readonly at: Millis;
}

const KEPT_AS = 'home.practice';
const HEARD_AS = 'home.sound';

const STOP_QUIETLY = homeWords.homeRunner.goOnAsPlanned;
const NOT_AGREED = homeWords.homeRunner.thisWasNotAgreed;
const ASK_FIRST = homeWords.homeRunner.instructorWantsToTalk;

const setupOf = (practice: HomePractice): LeadSetup => {
  const { session, hand, conventions } = practisedOf(practice);
  return { session, student: { hand }, conventions };
};

/** Leading oneself by a private link. What was done stays on this phone until it is told. */
@Injectable()
export class HomeRunner extends LeadRunner {
  private readonly store = inject(BrowserStore);
  private readonly homes = inject(HomeStore);

  private readonly practised = signal<HomePractice | null>(null);
  private readonly begun = signal<Omit<Practice, 'run' | 'at'> | null>(null);
  /** The practice that was begun here, until it is told. */
  readonly practice = this.begun.asReadonly();

  private readonly chosen = signal(this.store.read<SoundChoice>(HEARD_AS));

  /** How a practice sounds on this phone: as was chosen here, or as the instructor leads. */
  soundOf(practice: HomePractice | null): SoundChoice {
    // A practice that an earlier version kept on the phone says nothing of it.
    return this.chosen() ?? (practice as Partial<HomePractice> | null)?.sound ?? DEFAULT_SOUND;
  }

  /** Chooses how it sounds on this phone, from now on. */
  hear(sound: SoundChoice): void {
    this.chosen.set(sound);
    this.store.write(HEARD_AS, sound);
  }

  /** What is given out is screened for a count less at a time. */
  protected override readonly ways: readonly EaseWay[] = [];

  /** Nobody screens it here: after a sign only natural breathing follows, and nothing new is put in. */
  protected override readonly needsOf = null;

  protected override fit(): null {
    return null;
  }

  override readonly about = computed((): LeadAbout => {
    const practice = this.practised();
    const variants = new Map((practice?.variants ?? []).map(({ id, name }) => [id, name]));
    return { naming: practice?.naming ?? 'plain', sound: this.soundOf(practice), variants, cares: [] };
  });

  async start(token: string, practice: HomePractice, feltBefore: Feelings | null): Promise<void> {
    this.beginAt(token, practice, new Date(this.now()).toISOString(), feltBefore);
    await this.play(setupOf(practice));
  }

  /** Takes for done what was practised without this page. */
  byHand(token: string, practice: HomePractice, rounds: readonly number[], startedAt: string): LeadRecord {
    this.beginAt(token, practice, startedAt, null);
    return recordOfRounds(setupOf(practice), rounds);
  }

  /** What the page went away from, ended where it was last seen. @returns false where there is nothing. */
  takeUp(token: string): boolean {
    const kept = this.store.read<Practice>(KEPT_AS);
    if (kept?.token !== token) return false;
    const { run, at, ...begun } = kept;
    this.begun.set(begun);
    this.current.set(endedRun({ run: runAsKept(run), at }));
    return true;
  }

  /** It is told, or not to be told. */
  forget(): void {
    this.store.remove(KEPT_AS);
    this.begun.set(null);
    this.current.set(null);
  }

  protected override objectionTo(run: LeadRun): string | null {
    const practice = this.practised();
    if (practice === null) return ASK_FIRST;
    return keepsTo(run, practice.allowed) ? null : `${NOT_AGREED} ${STOP_QUIETLY}`;
  }

  /** The instructor may have taken it back meanwhile; without a connection it stays as it was given. */
  protected override lookAgain(): Observable<unknown> {
    const token = this.begun()?.token;
    if (token === undefined) return of(null);
    return this.homes.open(token).pipe(
      tap((opened) => {
        if (opened.kind === 'closed') this.practised.set(null);
        if (opened.kind === 'open' && opened.home.practice === null) this.practised.set(null);
      }),
    );
  }

  protected override keepRun(run: LeadRun, at: Millis): void {
    const begun = this.begun();
    if (begun) this.store.write(KEPT_AS, { ...begun, run, at } satisfies Practice);
  }

  private beginAt(
    token: string,
    practice: HomePractice,
    startedAt: string,
    feltBefore: Feelings | null,
  ): void {
    this.practised.set(practice);
    this.begun.set({ token, id: crypto.randomUUID(), practiceId: practice.id, startedAt, feltBefore });
  }
}
