import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  DOCUMENT,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { routes, type Home, type HomePractice, type HomeReport } from '@nuvrah/contract';
import {
  formatClock,
  type LeadRecord,
  isEmergencySign,
  dayAt,
  momentFromText,
  dayInWords,
  weekdayInWords,
} from '@nuvrah/core';
import { addressOf } from '../../api/api';
import { asked } from '../../api/loaded';
import { Fold } from '../../ui/fold';
import { SoundPanel } from '../../shared/playback/sound-panel';
import { soundWords } from '../../words/sound-words';
import { OwnVoices } from '../../shared/playback/own-voices';
import { LeadRunner, PATIENCE } from '../../shared/playback/lead-runner';
import { LeadScreen } from '../../shared/playback/lead-screen';
import { WakeLock } from '../../shared/playback/wake-lock';
import { OfflineQueue, type Delivery } from '../../shared/offline-queue/offline-queue';
import type { Waiting } from '../../shared/offline-queue/entry';
import { NOT_KEPT } from '../../shared/offline-queue/words';
import { PracticeSteps } from '../../shared/practice/practice-steps';
import { practisedOf, timelineOf } from '../../shared/practice/practised';
import { StopSigns } from '../../shared/practice/stop-signs';
import { LocalNumber } from '../../shared/local-number';
import { HomeByHand, type ByHand } from './home-by-hand';
import { HomeRunner } from './home-runner';
import { HomeStore, type Opened } from './home-store';
import { FeltFields, feltOrNull, NOT_FELT } from '../../shared/sitting-record/felt-fields';
import { HomeTelling } from './home-telling';
import { OfflineCopy } from './offline-copy';
import { firstValueFrom, of, timeout } from 'rxjs';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { homeWords } from '../../words/home-words';

/** Practice at home, by a private link: read how, lead oneself, tell how it was. Works without a connection after a first visit. */
@Component({
  selector: 'nv-home-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    FeltFields,
    Fold,
    HomeByHand,
    HomeTelling,
    LeadScreen,
    MatButtonModule,
    MatCheckboxModule,
    PracticeSteps,
    SoundPanel,
    StopSigns,
  ],
  providers: [HomeRunner, { provide: LeadRunner, useExisting: HomeRunner }, OfflineCopy, WakeLock],
  templateUrl: './home-page.html',
  styleUrl: './home-page.scss',
})
export class HomePage {
  protected readonly words = homeWords.homePage;
  readonly token = input.required<string>();

  private readonly homes = inject(HomeStore);
  private readonly queue = inject(OfflineQueue);
  private readonly ownVoices = inject(OwnVoices);
  protected readonly soundWords = soundWords;
  protected readonly runner = inject(HomeRunner);
  private readonly localNumber = inject(LocalNumber);
  protected readonly copy = inject(OfflineCopy);

  private readonly page = asked(this.token, (token) => this.homes.open(token));
  /** Not before it is known what waits on this phone: a sign among it holds the practice. */
  protected readonly opened = computed(() => (this.queue.loaded() ? this.page.value() : null));
  protected readonly home = computed((): Home | null => {
    const opened = this.opened();
    return opened?.kind === 'open' ? opened.home : null;
  });
  protected readonly practised = computed(() => {
    const practice = this.home()?.practice;
    return practice ? practisedOf(practice) : null;
  });
  protected readonly total = computed(() => {
    const practised = this.practised();
    return practised ? formatClock(timelineOf(practised).total) : '';
  });
  protected readonly next = computed(() =>
    (this.home()?.next ?? []).map(({ day, clock }) => `${weekdayInWords(day)} ${dayInWords(day)}, ${clock}`),
  );
  protected readonly until = computed(() => dayInWords(this.home()?.expiresOn ?? ''));
  protected readonly calendar = computed(() =>
    addressOf(routes.homeCalendarFile, { params: { token: this.token() } }),
  );

  /** An adult has to be there with a minor, each time. */
  protected readonly adultThere = signal(false);
  protected readonly adultMissing = computed(() => this.home()?.adult === true && !this.adultThere());

  private readonly state = computed(() => this.runner.run()?.state.kind);
  protected readonly leading = computed(() => this.state() === 'leading' || this.state() === 'paused');
  /** How it feels before the practice, as it was told here. */
  protected readonly felt = signal(NOT_FELT);
  protected readonly feltBefore = computed(() => this.runner.practice()?.feltBefore ?? null);
  private readonly byHand = signal<LeadRecord | null>(null);
  /** What was done and is not told yet. */
  protected readonly record = computed(() =>
    this.leading() ? null : (this.byHand() ?? this.runner.record()),
  );
  protected readonly naming = computed(() => this.home()?.practice?.naming ?? 'plain');

  protected readonly busy = signal(false);
  protected readonly told = signal<Delivery<'report'> | null>(null);
  protected readonly toldDay = computed(() => {
    const told = this.told();
    return told?.kind === 'there' ? dayInWords(told.answer.day) : '';
  });
  protected readonly notKept = NOT_KEPT;
  /** Reports of this link that are still on this phone. */
  protected readonly waiting = computed(() => this.ofThisLink(this.queue.waiting()));
  /** An emergency sign that is told but not there yet holds the practice here already. */
  protected readonly heldHere = computed(() =>
    this.waiting().some(({ body }) => body.report.record.signs.some((sign) => isEmergencySign(sign))),
  );
  protected readonly refused = computed(() => this.ofThisLink(this.queue.refused()));

  constructor() {
    effect(() => {
      this.ownVoices.openedBy(this.token());
      void untracked(() => this.ownVoices.load());
    });
    const root = inject(DOCUMENT).documentElement;
    effect(() => {
      root.classList.toggle('dark', this.leading());
    });
    inject(DestroyRef).onDestroy(() => {
      root.classList.remove('dark');
      this.ownVoices.openedBy(null);
    });
    this.copy.keep();
    effect(() => {
      const home = this.home();
      if (home) this.localNumber.tell(home.emergencyNumber);
    });
    // What the page went away from is told before anything else.
    effect(() => {
      this.runner.takeUp(this.token());
    });
  }

  protected async start(practice: HomePractice): Promise<void> {
    if (this.busy()) return;
    this.busy.set(true);
    this.told.set(null);
    // What was opened may be hours old: it is asked again; without a connection it stays as it was given.
    const away: Opened = { kind: 'away' };
    const asked = this.homes.open(this.token()).pipe(timeout({ first: PATIENCE, with: () => of(away) }));
    const now = await firstValueFrom(asked);
    const fresh = now.kind === 'open' ? now.home.practice : now.kind === 'away' ? practice : null;
    if (fresh) await this.runner.start(this.token(), fresh, feltOrNull(this.felt()));
    else this.page.again();
    this.busy.set(false);
  }

  protected tellByHand(practice: HomePractice, { rounds, startedAt }: ByHand): void {
    this.told.set(null);
    this.byHand.set(this.runner.byHand(this.token(), practice, rounds, startedAt));
    scrollTo({ top: 0 });
  }

  protected tell(report: Omit<HomeReport, 'id' | 'practiceId' | 'startedAt'>): void {
    const practice = this.runner.practice();
    if (!practice || this.busy()) return;
    this.busy.set(true);
    const { id, practiceId, startedAt } = practice;
    const body = { token: this.token(), report: { id, practiceId, startedAt, ...report } };
    this.queue.put({ kind: 'report', id, studentId: null, body }).subscribe((told) => {
      this.busy.set(false);
      this.told.set(told);
      // From here on the queue has it.
      if (told.kind !== 'waiting' || told.kept) this.drop();
      if (told.kind === 'there') this.page.again();
    });
  }

  protected drop(): void {
    this.byHand.set(null);
    this.felt.set(NOT_FELT);
    this.runner.forget();
  }

  /** Sends a refused report once more: the reason may be gone, like a clock that was ahead. */
  protected sendAgain(entry: Waiting<'report'>): void {
    this.queue.put(entry).subscribe((told) => this.told.set(told));
  }

  protected discard(entry: Waiting<'report'>): void {
    this.queue.discard(entry);
  }

  private ofThisLink(entries: readonly Waiting[]): readonly Waiting<'report'>[] {
    return entries.filter(
      (entry): entry is Waiting<'report'> => entry.kind === 'report' && entry.body.token === this.token(),
    );
  }

  /** The day of a moment as the instructor's days go; where that is not known, as the phone's do. */
  protected dayOf(moment: string): string {
    const zone = this.home()?.timeZone ?? 'local';
    return dayInWords(dayAt(momentFromText(moment), zone));
  }

  protected again(): void {
    this.page.again();
  }
}
