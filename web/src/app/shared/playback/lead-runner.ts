import { computed, DestroyRef, effect, inject, Injectable, signal, type Signal } from '@angular/core';
import {
  answerFelt,
  becomes,
  beginRun,
  breathPausedIn,
  currentTake,
  describeRefusal,
  eventIndexAt,
  failure,
  finishRun,
  lastRoundNow,
  leftOutOf,
  millis,
  noteSigns,
  oneMoreRound,
  pauseRun,
  recordOf,
  resumeRun,
  signById,
  signOnTheWay,
  signTakenBackOnTheWay,
  stopRun,
  STRAIN_SIGNS,
  strainNoted,
  takeBackStop,
  tapRun,
  timeToGo,
  type EaseWay,
  type FeltNow,
  type FitTo,
  type LeadAnswer,
  type LeadNeed,
  type LeadRecord,
  type LeadRun,
  type LeadSetup,
  type Millis,
  type Naming,
  type SignId,
  type SoundChoice,
  type StrainSignId,
  type TakenUp,
  type Timeline,
} from '@nuvrah/core';
import { finalize, firstValueFrom, type Observable, of, timeout, catchError } from 'rxjs';
import type { Heard } from './sound-scheduler';
import {
  commandOf,
  describeBecomes,
  describeDone,
  easier,
  isAlwaysAllowed,
  lineOf,
  optionIds,
  type LeadOption,
  type LeadOptionId,
  type OptionContext,
} from './lead-options';
import { OwnVoices } from './own-voices';
import { VoiceRecordings } from './recordings';
import { Stages } from './stage';
import { KEEP_EVERY, LEAD_IN, LONGEST_UNSEEN, TakePlayer } from './take-player';
import { WakeLock } from './wake-lock';
import { NOW } from '../../api/now';
import { leadWords } from '../../words/lead-words';

/** Milliseconds for which it is waited to hear whether a leading may go on. */
export const PATIENCE = 3_000;

const roundAt = (timeline: Timeline, at: Millis): string => {
  const event = timeline.events[eventIndexAt(timeline, at)];
  return event ? `${event.passage} ${event.cycle ?? ''}` : '';
};

/** What the picture shows of a leading beyond its run. */
export interface LeadAbout {
  readonly naming: Naming;
  /** How it sounds. */
  readonly sound: SoundChoice;
  /** Names of the instructor's own variants, by id. */
  readonly variants: ReadonlyMap<string, string>;
  /** Rules of cares that are said once, as their passage begins; of the whole session as the first does. */
  readonly cares: readonly { readonly rule: string; readonly passageId: string | null }[];
}

/** One leading: the run as a value, and the sound that follows it. Where it is kept is another's matter. */
@Injectable()
export abstract class LeadRunner {
  readonly wakeLock = inject(WakeLock);
  protected readonly now = inject(NOW);

  /** Sounds what is led; the picture stands still in a hidden page, and the end is noticed all the same. */
  protected readonly player = new TakePlayer(inject(Stages), (look) => {
    this.follow();
    if (look % KEEP_EVERY === 0) this.keep();
  });

  protected readonly current = signal<LeadRun | null>(null);
  readonly run = this.current.asReadonly();
  /** False while the picture leads alone. */
  readonly audible = this.player.audible;
  /** The passage and cycle that is led now. */
  private readonly round = signal('');
  /** While it is looked up whether it may go on. */
  protected readonly resuming = signal(false);
  private readonly said = signal<string | null>(null);
  /** Passages that may yet begin before what was said is over. */
  private staysFor = 0;
  /** What the last command did, or why it was not done. */
  readonly message = this.said.asReadonly();

  abstract readonly about: Signal<LeadAbout>;

  private readonly hushed = signal(false);
  /** True while the voice is turned off; tones go on. */
  readonly voiceOff = this.hushed.asReadonly();
  private readonly sound = computed(() => this.about().sound);
  private readonly naming = computed(() => this.about().naming);
  private readonly heard = computed((): Heard => {
    const sound = this.sound();
    const loudness = this.hushed() ? { ...sound.loudness, voice: 0 } : sound.loudness;
    const own = this.ownVoices.clips();
    return { sound: { ...sound, loudness, ...(own && { own }) }, naming: this.naming() };
  });
  protected readonly ownVoices = inject(OwnVoices);
  private readonly recordings = inject(VoiceRecordings);
  /** Whether a voice is wanted that could not be loaded: tones lead alone. */
  readonly voiceMissing = computed(
    () => this.recordings.state() === 'failed' && this.heard().sound.loudness.voice > 0,
  );

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
    effect(() => {
      this.player.hear(this.heard());
    });
  }

  /** Keeps where it stands, so that a reload, or a page that crashes, loses at most a second. */
  protected abstract keepRun(run: LeadRun, at: Millis): void;

  /** Why a run may not be led as it would be then, in words; null where it may. Asked before every step. */
  protected abstract objectionTo(run: LeadRun): string | null;

  /** Looks up what decides whether it may go on; without a connection what was known last stays. */
  protected abstract lookAgain(): Observable<unknown>;

  /** What keeps a run from being led on, passage by passage; null where nobody screens it. */
  protected abstract readonly needsOf: ((run: LeadRun) => readonly LeadNeed[]) | null;

  /** What a simpler form is fitted to; null where none is offered. */
  protected abstract fit(): FitTo | null;

  /** Starts leading. Must follow a press, or the browser keeps silent. */
  protected async play(setup: LeadSetup): Promise<void> {
    const run = beginRun(setup);
    this.endsBy.set(this.now() + timeToGo(run, millis(0)) + LEAD_IN * 1000);
    await this.player.open();
    this.beginOn(run);
  }

  /** Goes on with a run that is paused, at the interrupted round. Must follow a press. */
  protected async goOnWith(paused: LeadRun): Promise<LeadAnswer> {
    await firstValueFrom(this.lookedAgain());
    const resumed = this.allowed((run) => resumeRun(run))(paused);
    if (resumed.ok) {
      await this.player.open();
      this.beginOn(resumed.value);
    }
    return resumed;
  }

  private beginOn(run: LeadRun): void {
    this.current.set(run);
    this.wakeLock.keep();
    this.playTake();
  }

  /** Where the take that is led stands, in milliseconds; below zero just before it begins. */
  position(): number {
    return this.player.position();
  }

  /** To be called with every picture: follows the rounds, and ends the run when its time is over. */
  follow(): void {
    const timeline = this.timeline();
    const at = this.position();
    const unseen = (at - this.seenAt) / this.player.speed();
    if (unseen > LONGEST_UNSEEN && this.current()?.state.kind === 'leading') return this.wakeUp();
    this.seenAt = at;
    if (timeline) this.moveTo(roundAt(timeline, this.at()));
    if (this.current()?.state.kind === 'leading' && timeline && this.position() >= timeline.total) {
      this.apply(finishRun, leadWords.leadRunner.finished);
      this.end();
    }
  }

  /** Where it was seen last, in milliseconds of the take. */
  private seenAt = 0;

  /** Pauses where it was seen last before the device slept. */
  private wakeUp(): void {
    const at = millis(Math.max(0, this.seenAt));
    if (this.apply((run) => pauseRun(run, at), leadWords.leadRunner.wasAsleep)) this.player.hush();
  }

  /** The breath with which it can be gone on, beside the round that was interrupted. */
  readonly pausedBreath = computed(() => {
    const run = this.current();
    return run && breathPausedIn(run);
  });

  pauseOrResume(where: TakenUp = 'round'): void {
    const run = this.current();
    if (run?.state.kind === 'paused') {
      if (this.resuming()) return;
      this.resuming.set(true);
      this.lookedAgain()
        .pipe(finalize(() => this.resuming.set(false)))
        .subscribe(() => {
          // It may have been stopped meanwhile.
          const resume = this.allowed((now) => resumeRun(now, where));
          if (this.current()?.state.kind === 'paused' && this.apply(resume, null)) this.playTake();
        });
    } else if (this.apply((now) => pauseRun(now, this.at()), leadWords.leadRunner.pausedBreatheNaturally)) {
      this.player.hush();
    }
  }

  ease(): void {
    if (!this.apply(this.allowed(this.easier), null)) return;
    this.followRun();
    this.sayWhatItBecomes();
  }

  private readonly easesToEnd = signal(false);
  /** Whether easing goes on to the end of the session. */
  readonly toEnd = this.easesToEnd.asReadonly();

  turnToEnd(): void {
    this.easesToEnd.update((on) => !on);
    this.said.set(this.easesToEnd() ? leadWords.leadRunner.toEnd : leadWords.leadRunner.toEndOff);
  }

  /** Ways in which a passage may be made easier beyond a count at a time. */
  protected readonly ways: readonly EaseWay[] = ['halve', 'drop-hold'];

  /** What else can be done in this round, each with what it makes of the passage or why it is not offered. */
  readonly options = computed((): readonly LeadOption[] => {
    this.round();
    const run = this.current();
    if (!run) return [];
    return this.optionIds().map((id) => {
      const answer = this.optionCommand(id)(run);
      return { id, line: lineOf(id, answer, this.naming()), offered: answer.ok };
    });
  });

  /** Does one of the options. */
  choose(id: LeadOptionId): void {
    if (!this.optionIds().includes(id)) return;
    const takes = this.current()?.takes.length;
    if (!this.apply(this.optionCommand(id), null)) return;
    this.followFrom(takes);
    const run = this.current();
    if (run) this.said.set(describeDone(id, run, this.naming()));
  }

  /** Sounds as the run goes on now: in the same take, in another, or not at all. */
  private followFrom(takes: number | undefined): void {
    const run = this.current();
    if (run?.state.kind === 'stopped') return this.end();
    if (run?.takes.length === takes) return this.followRun();
    this.player.hush();
    this.playTake();
    const timeline = this.timeline();
    // What is said of it stays while the hand goes down, and in what comes then.
    if (timeline) this.round.set(roundAt(timeline, millis(0)));
    this.staysFor = timeline?.events[0]?.section === 'closing' ? 1 : 0;
  }

  /** A sign that shows: an emergency sign stops, a stop sign lets the breath be natural at once. Pressed again it is taken back. */
  sign(id: SignId): void {
    const run = this.current();
    if (!run) return;
    const words = leadWords.leadRunner;
    const now = new Date(this.now()).toISOString();
    const label = signById(id).label;
    if (run.signs.includes(id)) {
      this.change(signTakenBackOnTheWay(run, this.at(), id, now), words.takenBack(label));
      return;
    }
    const noted = signOnTheWay(run, this.at(), id, { id: crypto.randomUUID(), now, needs: this.needsOf });
    const leftOut = leftOutOf(noted.changes).size - leftOutOf(run.changes).size;
    this.change(
      noted,
      noted.state.kind === 'stopped' ? words.stoppedFor(label) : words.naturalFor(label, leftOut),
    );
  }

  /** A sign of strain is noted; leading goes on. */
  strain(id: StrainSignId): void {
    const run = this.current();
    const label = STRAIN_SIGNS.find((sign) => sign.id === id)?.label ?? '';
    if (run) this.change(strainNoted(run, this.at(), id), leadWords.leadRunner.strain(label));
  }

  private change(to: LeadRun, said: string): void {
    const takes = this.current()?.takes.length;
    this.current.set(to);
    this.keep();
    this.followFrom(takes);
    this.said.set(said);
  }

  private optionIds(): readonly LeadOptionId[] {
    return optionIds(this.ways, this.fit() !== null);
  }

  /** When it is to end, milliseconds since 1970; null before it was begun. */
  protected readonly endsBy = signal<number | null>(null);

  /** Leads fewer rounds, so that it ends by a moment. */
  protected finishAt(moment: number): void {
    this.endsBy.set(moment);
    this.choose('sameEnd');
  }

  private endsIn(): Millis | null {
    const by = this.endsBy();
    return by === null ? null : millis(Math.max(0, by - this.now()));
  }

  private readonly context = (): OptionContext => ({
    endsIn: this.endsIn(),
    at: this.at(),
    toEnd: this.toEnd(),
    newId: crypto.randomUUID(),
    fit: this.fit(),
  });

  private optionCommand(id: LeadOptionId): (run: LeadRun) => LeadAnswer {
    const command = commandOf(id, this.context);
    return isAlwaysAllowed(id) ? command : this.allowed(command);
  }

  private sayWhatItBecomes(): void {
    const run = this.current();
    const told = run && becomes(run);
    if (told) this.said.set(describeBecomes(told));
  }

  /** Goes on after a stop that was not meant, where it may. Must follow a press. @returns why it does not. */
  async goOnAfterStop(): Promise<string | null> {
    const run = this.current();
    const paused = run && takeBackStop(run);
    if (!paused?.ok) return null;
    const answer = await this.goOnWith(paused.value);
    return answer.ok ? null : describeRefusal(answer.problem);
  }

  lastRound(): void {
    if (this.apply((run) => lastRoundNow(run, this.at()), leadWords.leadRunner.lastRound)) this.followRun();
  }

  oneMore(): void {
    if (this.apply(this.allowed(this.oneRoundMore), leadWords.leadRunner.oneRoundMore)) this.followRun();
  }

  /** Turns the voice off, or on again. */
  turnVoice(): void {
    this.hushed.update((off) => !off);
    this.said.set(this.hushed() ? leadWords.leadRunner.voiceOff : leadWords.leadRunner.voiceOn);
  }

  /** Ends what waits for a tap: an open hold, a rest after strokes, a turn of strokes, a part of the teaching arc. */
  tap(): void {
    const takes = this.current()?.takes.length;
    if (this.apply((run) => tapRun(run, this.at()), null)) this.followFrom(takes);
  }

  /** How it is now, as it is answered. */
  answerFelt(felt: FeltNow): void {
    const { answers, kept } = leadWords.feltNow;
    if (!this.apply((run) => answerFelt(run, this.at(), felt), kept(answers[felt]))) return;
    // The next passage begins with it.
    this.staysFor = 1;
    this.followRun();
  }

  stop(): void {
    if (this.apply((run) => stopRun(run, this.at()), leadWords.leadRunner.stopped)) this.end();
  }

  setSigns(signs: readonly SignId[]): void {
    this.current.update((run) => run && noteSigns(run, signs, new Date(this.now()).toISOString()));
  }

  private readonly easier = (run: LeadRun): LeadAnswer => easier('one-count')(run, this.context());
  private readonly oneRoundMore = (run: LeadRun): LeadAnswer => oneMoreRound(run, this.at());

  /** Why it is not offered now to make it easier, or to add a round; null where it is. */
  readonly easeRefused = computed(() => this.refusalOf(this.easier));
  readonly oneMoreRefused = computed(() => this.refusalOf(this.oneRoundMore));

  /** Looked up again, or given up on: a room that breathes does not wait for a network. */
  private lookedAgain(): Observable<unknown> {
    const given = of(null);
    return this.lookAgain().pipe(
      timeout({ first: PATIENCE, with: () => given }),
      catchError(() => given),
    );
  }

  /** A command, refused where what comes of it may not be led. */
  private allowed(command: (run: LeadRun) => LeadAnswer): (run: LeadRun) => LeadAnswer {
    return (run) => {
      const answer = command(run);
      const message = answer.ok ? this.objectionTo(answer.value) : null;
      return message === null ? answer : failure({ code: 'forbidden', message });
    };
  }

  private refusalOf(command: (run: LeadRun) => LeadAnswer): string | null {
    // What a command does depends on the round that it is given in.
    this.round();
    const run = this.current();
    const answer = run && this.allowed(command)(run);
    if (!answer || answer.ok) return null;
    const { code } = answer.problem;
    return code === 'forbidden' || code === 'enough-rounds' ? describeRefusal(answer.problem) : null;
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
      this.keep();
    }
    this.said.set(answer.ok ? done : describeRefusal(answer.problem));
    return answer.ok;
  }

  /** Leads the take from a moment of it on, in milliseconds. */
  protected playFrom(at: number): void {
    this.player.hush();
    this.playTake(at);
  }

  private playTake(at = 0): void {
    const timeline = this.timeline();
    if (!timeline) return;
    this.seenAt = at;
    this.player.play(timeline, this.heard(), at);
    this.keep();
  }

  /** What was said of a round or of a passage is not true of the next passage. */
  private moveTo(round: string): void {
    const passageOf = (at: string): string => at.split(' ')[0] ?? '';
    if (this.round() !== '' && passageOf(round) !== passageOf(this.round())) {
      if (this.staysFor === 0) this.said.set(null);
      this.staysFor = Math.max(0, this.staysFor - 1);
    }
    this.round.set(round);
  }

  private keep(): void {
    const run = this.current();
    if (run) this.keepRun(run, this.at());
  }

  private followRun(): void {
    const timeline = this.timeline();
    if (timeline && this.current()?.state.kind === 'leading') this.player.replace(timeline);
  }

  private end(): void {
    const finished = this.current()?.state.kind === 'finished';
    this.wakeLock.release();
    // The last bell rings out; a stop is quiet at once.
    if (finished) this.player.end();
    else this.player.close();
  }

  protected hush(): void {
    this.player.close();
    this.wakeLock.release();
  }
}
