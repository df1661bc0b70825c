import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import type { Sitting, StoredSession } from '@nuvrah/contract';
import {
  beginRun,
  currentTake,
  describeRefusal,
  easeRun,
  finishRun,
  lastRoundNow,
  millis,
  noteSigns,
  oneMoreRound,
  pauseRun,
  recordOf,
  resumeRun,
  sessionFromChecked,
  stopRun,
  tapRun,
  type LeadAnswer,
  type LeadRecord,
  type LeadRun,
  type Millis,
  type SignId,
  type Timeline,
} from '@nuvrah/core';
import { interval, type Observable, type Subscription, tap } from 'rxjs';
import { RecordOutbox, type Delivery } from '../api/record-outbox';
import { Sittings } from '../api/sittings';
import { endedRun, interruptedRun, LeadKeeper, type KeptLead } from './lead-keeper';
import { LOOK_EVERY, SoundScheduler } from './sound-scheduler';
import { Stages, type Stage } from './stage';
import { WakeLock } from './wake-lock';

/** Seconds between the press of the button and the beginning, so that the teacher can look up. */
const LEAD_IN = 0.3;
/** Looks ahead between two keepings of where it stands: once a second. */
const KEEP_EVERY = Math.round(1_000 / LOOK_EVERY);

/** One leading of a session: the run as a value, the sound that follows it, and its record on the server. */
@Injectable()
export class LeadStore {
  private readonly sittings = inject(Sittings);
  private readonly stages = inject(Stages);
  private readonly outbox = inject(RecordOutbox);
  private readonly keeper = inject(LeadKeeper);
  readonly wakeLock = inject(WakeLock);

  private stage: Stage | null = null;
  private scheduler: SoundScheduler | null = null;
  private looking: Subscription | null = null;

  private readonly current = signal<LeadRun | null>(null);
  readonly run = this.current.asReadonly();
  private readonly sounding = signal(true);
  /** False while the picture leads alone. */
  readonly audible = this.sounding.asReadonly();
  private readonly said = signal<string | null>(null);
  /** What the last command did, or why it was not done. */
  readonly message = this.said.asReadonly();
  private readonly kept = signal<Sitting | null>(null);
  /** The sitting on the server. */
  readonly sitting = this.kept.asReadonly();

  readonly timeline = computed<Timeline | null>(() => {
    const run = this.current();
    return run && currentTake(run).timeline;
  });
  readonly record = computed<LeadRecord | null>(() => {
    const run = this.current();
    return run && (run.state.kind === 'finished' || run.state.kind === 'stopped') ? recordOf(run) : null;
  });

  constructor() {
    inject(DestroyRef).onDestroy(() => this.hush());
  }

  /** Asks the server whether this may be led, and puts the sitting on record as begun. */
  begin(session: StoredSession, id: string): Observable<Sitting> {
    const body = { id, sessionId: session.id, sessionVersion: session.version };
    return this.sittings.begin(body).pipe(tap((sitting) => this.kept.set(sitting)));
  }

  /** Starts leading what the sitting holds. Must follow a press, or the browser keeps silent. */
  async start({ led }: Sitting): Promise<void> {
    const session = sessionFromChecked(led.session);
    const setup = { session, student: { hand: led.hand }, conventions: led.conventions };
    this.openStage(await this.stages.open(), beginRun(setup));
  }

  /** Goes on with a leading that the page went away from, at the interrupted round. Must follow a press. */
  async takeUpAgain(kept: KeptLead): Promise<void> {
    const resumed = resumeRun(interruptedRun(kept));
    if (!resumed.ok) return this.endInterrupted(kept);
    this.kept.set(kept.sitting);
    this.openStage(await this.stages.open(), resumed.value);
  }

  /** Ends a leading that the page went away from, where it was last seen. */
  endInterrupted(kept: KeptLead): void {
    this.kept.set(kept.sitting);
    this.current.set(endedRun(kept));
  }

  /** Puts on record what was being led elsewhere when the page went away, before another leading takes its place. */
  putAsideOther(): void {
    const other = this.keeper.kept();
    if (!other) return;
    const body = {
      version: other.sitting.version,
      record: recordOf(endedRun(other)) as never,
      effort: null,
      note: '',
    };
    this.outbox.send(other.sitting.id, body).subscribe({ error: () => undefined });
    this.keeper.forget();
  }

  private openStage(stage: Stage, run: LeadRun): void {
    this.stage = stage;
    this.sounding.set(stage.audible);
    this.current.set(run);
    this.wakeLock.keep();
    this.playTake();
  }

  /** Where the take that is led stands, in milliseconds; below zero just before it begins. */
  position(): number {
    return this.scheduler?.position() ?? 0;
  }

  /** To be called with every picture: ends the run when its time is over. */
  endIfOver(): void {
    const timeline = this.timeline();
    if (this.current()?.state.kind === 'leading' && timeline && this.position() >= timeline.total) {
      this.apply(finishRun, 'Finished.');
      this.end();
    }
  }

  pauseOrResume(): void {
    const run = this.current();
    if (run?.state.kind === 'paused') {
      if (this.apply(resumeRun, null)) this.playTake();
    } else if (this.apply((now) => pauseRun(now, this.at()), 'Paused. Breathe naturally.')) {
      this.hushTake();
    }
  }

  ease(): void {
    if (this.apply((run) => easeRun(run, this.at()), 'Easier from the next round on.')) this.followRun();
  }

  lastRound(): void {
    if (this.apply((run) => lastRoundNow(run, this.at()), 'This round is the last.')) this.followRun();
  }

  oneMore(): void {
    if (this.apply((run) => oneMoreRound(run, this.at()), 'One round more.')) this.followRun();
  }

  /** Ends what waits for a tap: an open hold, a rest after strokes, a turn of strokes. */
  tap(): void {
    if (this.apply((run) => tapRun(run, this.at()), null)) this.followRun();
  }

  stop(): void {
    if (this.apply((run) => stopRun(run, this.at()), 'Stopped.')) this.end();
  }

  setSigns(signs: readonly SignId[]): void {
    this.current.update((run) => run && noteSigns(run, signs));
  }

  /** Puts on record what really happened, over what is there of this sitting; it waits here while the server is away. */
  save(effort: number | null, note: string): Observable<Delivery> {
    const [sitting, record] = [this.kept(), this.record()];
    if (!sitting || !record) throw new Error('nothing was led');
    const body = { version: sitting.version, record: record as never, effort, note };
    const delivery = this.outbox.send(sitting.id, body);
    // From here on the outbox has it.
    this.keeper.forget();
    return delivery.pipe(
      tap((delivered) => {
        if (delivered.kind === 'on-record') this.kept.set(delivered.sitting);
      }),
    );
  }

  private at(): Millis {
    return millis(Math.max(0, this.position()));
  }

  private apply(command: (run: LeadRun) => LeadAnswer, done: string | null): boolean {
    const run = this.current();
    if (!run) return false;
    const answer = command(run);
    if (answer.ok) {
      this.current.set(answer.value);
      this.keepRun();
    }
    this.said.set(answer.ok ? done : describeRefusal(answer.problem));
    return answer.ok;
  }

  private playTake(): void {
    const timeline = this.timeline();
    if (!this.stage || !timeline) return;
    const scheduler = new SoundScheduler(this.stage, timeline, this.stage.now() + LEAD_IN);
    this.scheduler = scheduler;
    scheduler.lookAhead();
    this.keepRun();
    this.looking = interval(LOOK_EVERY).subscribe((look) => {
      if (this.heardAgainOrNoMore()) scheduler.resume();
      else scheduler.lookAhead();
      if (look % KEEP_EVERY === 0) this.keepRun();
      // The picture stands still in a hidden page; the end is noticed all the same.
      this.endIfOver();
    });
  }

  /** Whether the sound went away or came back since the last look. */
  private heardAgainOrNoMore(): boolean {
    const audible = this.stage?.audible ?? this.sounding();
    const changed = audible !== this.sounding();
    this.sounding.set(audible);
    return changed;
  }

  private keepRun(): void {
    const [sitting, run] = [this.kept(), this.current()];
    if (sitting && run) this.keeper.keep({ sitting, run, at: this.at() });
  }

  private followRun(): void {
    const timeline = this.timeline();
    if (timeline && this.current()?.state.kind === 'leading') this.scheduler?.replace(timeline);
  }

  private hushTake(): void {
    this.looking?.unsubscribe();
    this.looking = null;
    this.scheduler?.silence();
  }

  private end(): void {
    const finished = this.current()?.state.kind === 'finished';
    this.looking?.unsubscribe();
    this.looking = null;
    this.wakeLock.release();
    // The last bell rings out; a stop is quiet at once.
    if (!finished) this.hush();
  }

  private hush(): void {
    this.hushTake();
    this.wakeLock.release();
    void this.stage?.close();
    this.stage = null;
  }
}
