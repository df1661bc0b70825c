import { computed, DestroyRef, effect, inject, Injectable, signal } from '@angular/core';
import type { Student } from '@nuvrah/contract';
import {
  classState,
  describeRefusal,
  easeLane,
  followClass,
  formatBreath,
  inOwnLane,
  isEmergencySign,
  isLed,
  lastRoundForAll,
  meetNow,
  millis,
  oneMoreForAll,
  pauseClass,
  quietForAll,
  restLane,
  restStudent,
  restOfPassage,
  resumeClass,
  countsOf,
  signById,
  signInClass,
  signTakenBackInClass,
  stopClass,
  stopLane,
  success,
  takeBackStopOfClass,
  voiceOfClass,
  type ClassAnswer,
  type ClassLane,
  type ClassPlace,
  type ClassRun,
  type EaseWay,
  type Millis,
  type SignId,
} from '@nuvrah/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { BehaviorSubject, finalize, of, switchMap } from 'rxjs';
import { AccountStore } from '../../../api/account';
import { NOW } from '../../../api/now';
import { OwnVoices } from '../../../shared/playback/own-voices';
import { VoiceRecordings } from '../../../shared/playback/recordings';
import type { Heard } from '../../../shared/playback/sound-scheduler';
import { Stages } from '../../../shared/playback/stage';
import { secondsToGoOn } from '../../../shared/playback/stop-taken-back';
import { KEEP_EVERY, LONGEST_UNSEEN, TakePlayer } from '../../../shared/playback/take-player';
import { WakeLock } from '../../../shared/playback/wake-lock';
import { classLeadWords } from '../../../words/class-lead-words';
import { phoneWords } from '../../../words/phone-words';
import { ClassScreening } from './class-screening';
import { ClassKeeper, type BegunClass, type KeptClass } from './class-keeper';
import { ClassOnShow } from './class-on-show';

/** A class being led: its lanes as one value, and the one voice that counts for all. */
@Injectable()
export class ClassRunner extends ClassOnShow {
  readonly wakeLock = inject(WakeLock);
  private readonly now = inject(NOW);
  private readonly keeper = inject(ClassKeeper);
  private readonly screening = inject(ClassScreening);
  private readonly account = inject(AccountStore);
  private readonly ownVoices = inject(OwnVoices);
  private readonly recordings = inject(VoiceRecordings);

  private readonly player = new TakePlayer(inject(Stages), (look) => {
    this.follow();
    if (look % KEEP_EVERY === 0) this.keepPlace();
  });
  /** False while the picture leads alone. */
  readonly audible = this.player.audible;

  private readonly current = signal<ClassRun | null>(null);
  override readonly run = this.current.asReadonly();
  private planned: ClassRun | null = null;
  private readonly begun = signal<BegunClass | null>(null);
  override readonly names = computed(() => this.begun()?.names ?? {});
  readonly sittings = computed(() => this.begun()?.sittings ?? []);
  private readonly said = signal('');
  /** What the last command did, or why it was not done. */
  readonly message = this.said.asReadonly();
  readonly state = computed(() => {
    const run = this.current();
    return run && classState(run);
  });
  /** Milliseconds that were led, pauses left out. */
  readonly ledFor = signal(millis(0));
  /** As it was when everybody was stopped; null where that cannot be taken back, or is not to be. */
  private readonly beforeStop = new BehaviorSubject<ClassRun | null>(null);
  /** Seconds for which a stop can still be taken back. */
  readonly mayGoOnFor = toSignal(
    this.beforeStop.pipe(switchMap((before) => (before ? secondsToGoOn() : of(0)))),
    { requireSync: true },
  );
  /** While it is looked up whether everybody may go on. */
  private readonly resuming = signal(false);

  private readonly heard = computed((): Heard => {
    const { naming, sound } = this.account.required();
    const own = this.ownVoices.clips();
    return { naming, sound: own ? { ...sound, own } : sound };
  });
  readonly voiceMissing = computed(
    () => this.recordings.state() === 'failed' && this.heard().sound.loudness.voice > 0,
  );

  constructor() {
    super();
    inject(DestroyRef).onDestroy(() => this.player.close());
    effect(() => this.player.hear(this.heard()));
  }

  /** Starts leading. Must follow a press, or the browser keeps silent. */
  async start(run: ClassRun, begun: BegunClass, students: readonly Student[]): Promise<void> {
    this.planned = run;
    this.begun.set(begun);
    this.screening.know(students);
    await this.player.open();
    this.begin(run);
  }

  /** Goes on where the page went away, with the rounds that were interrupted. Must follow a press. */
  async takeUpAgain(kept: KeptClass, students: readonly Student[]): Promise<void> {
    this.planned = kept.planned;
    this.begun.set(kept);
    this.screening.know(students);
    this.ledBefore = millis(kept.ledBefore + kept.at);
    const paused = classState(kept.run) === 'paused' ? kept.run : pauseClass(kept.run, kept.at);
    this.stoodAt = kept.at;
    await this.player.open();
    this.goOn(paused);
  }

  /** Ends what was being led where it was seen last. */
  endThere(kept: KeptClass): void {
    this.planned = kept.planned;
    this.begun.set(kept);
    this.current.set(stopClass(kept.run, kept.at));
    this.ledFor.set(millis(kept.ledBefore + kept.at));
  }

  private begin(run: ClassRun): void {
    this.current.set(run);
    this.wakeLock.keep();
    this.seenAt = 0;
    this.player.play(voiceOfClass(run), this.heard());
    this.keep();
  }

  /** Where the class stands, on its clock, in milliseconds; below zero just before it begins. */
  override position(): number {
    return this.player.position();
  }

  private at(): Millis {
    return millis(Math.max(0, Math.round(this.position())));
  }

  /** Where it was seen last. */
  private seenAt = 0;

  /** To be called with every picture: ends the lanes whose time is over, and the class with the last of them. */
  override follow(): void {
    const run = this.current();
    if (!run || classState(run) !== 'leading') return;
    const at = this.position();
    if (at - this.seenAt > LONGEST_UNSEEN) return this.wakeUp(run);
    this.seenAt = at;
    const next = followClass(run, this.at());
    if (next === run) return;
    this.current.set(next);
    this.keep();
    if (classState(next) === 'over') this.finish(classLeadWords.said.finished);
  }

  private wakeUp(run: ClassRun): void {
    this.player.hush();
    this.stoodAt = millis(Math.max(0, Math.round(this.seenAt)));
    this.set(pauseClass(run, this.stoodAt), classLeadWords.said.asleep);
  }

  pauseOrResume(): void {
    const run = this.current();
    if (!run) return;
    if (classState(run) === 'paused') {
      if (this.resuming()) return;
      this.resuming.set(true);
      this.screening
        .lookedAgain()
        .pipe(finalize(() => this.resuming.set(false)))
        .subscribe(() => {
          // It may have been stopped meanwhile, or a sign noted.
          const now = this.current();
          if (!now || classState(now) !== 'paused') return;
          this.ledBefore = millis(this.ledBefore + this.stoodAt);
          this.goOn(now);
        });
      return;
    }
    this.stoodAt = this.at();
    this.player.hush();
    this.set(pauseClass(run, this.at()), classLeadWords.said.paused);
  }

  /** Everybody goes on after a pause, each screened anew: who may not, breathes naturally, or is led no more. */
  private goOn(paused: ClassRun): void {
    let run = paused;
    const said: string[] = [];
    for (const id of paused.lanes.flatMap(({ students }) => students)) {
      const needs = this.screening.needsOf(run, id);
      if (needs === '') continue;
      run = restStudent(run, this.stoodAt, id, newId);
      const rests = this.screening.needsOf(run, id) === '';
      if (!rests) run = stopLane(run, this.stoodAt, inOwnLane(run, id).index);
      const words = rests ? classLeadWords.said.restsFor : classLeadWords.said.ledNoMore;
      said.push(words(this.namesOf([id]), needs));
    }
    this.begin(resumeClass(run));
    this.said.set(said.join(' '));
    if (classState(run) === 'over') this.finish(this.said());
  }

  /** Where the class stood when it was paused, and all that was led in stretches before. */
  private stoodAt = millis(0);
  private ledBefore = millis(0);

  /** @param places lanes that count alike, by their places among all. */
  ease(places: readonly number[], way: EaseWay): void {
    const eased = each(places, (run, index) => easeLane(run, this.at(), index, way, newId));
    this.apply(eased, (run) => {
      const lane = run.lanes[places[0] ?? 0];
      return lane ? classLeadWords.said.eased(this.namesAt(run, places), this.numbersOf(lane)) : '';
    });
  }

  rest(places: readonly number[]): void {
    const rested = each(places, (run, index) => restLane(run, this.at(), index, newId));
    this.apply(rested, (run) => classLeadWords.said.rests(this.namesAt(run, places)), true);
  }

  stopLane(places: readonly number[]): void {
    const stopped = each(places, (run, index) => success(stopLane(run, this.at(), index)));
    this.apply(stopped, (run) => classLeadWords.said.stopped(this.namesAt(run, places)), true);
  }

  meet(): void {
    this.apply(
      (run) => meetNow(run, this.at(), newId),
      () => classLeadWords.said.meet,
    );
  }

  oneMore(): void {
    this.apply(
      (run) => oneMoreForAll(run, this.planned ?? run, this.at(), newId),
      () => classLeadWords.said.oneMore,
    );
  }

  lastRound(): void {
    this.apply(
      (run) => lastRoundForAll(run, this.at(), newId),
      () => classLeadWords.said.lastRound,
      true,
    );
  }

  quiet(): void {
    this.apply(
      (run) => quietForAll(run, this.at(), newId),
      () => classLeadWords.said.quiet,
      true,
    );
  }

  /** Where the class stands at this moment of a clock, and whether it goes on; null before it begins, or where the time is not known. */
  placeAt(when: number | null): ClassPlace | null {
    const state = this.state();
    if (state === null || when === null) return null;
    const led = state === 'leading';
    return { at: led ? this.position() : this.stoodAt, when, goesOn: led };
  }

  /** What one student asks for by phone: they alone are led more easily. @returns what came of it, in words for them. */
  wish(student: string | undefined, way: EaseWay | 'rest'): string {
    const run = this.current();
    const lane = run?.lanes.find(({ students }) => students.includes(student ?? ''));
    if (!run || !student || !lane || !isLed(lane)) return phoneWords.notLed;
    const { run: apart, index } = inOwnLane(run, student);
    const at = this.at();
    const answer =
      way === 'rest' ? restLane(apart, at, index, newId) : easeLane(apart, at, index, way, newId);
    const checked =
      answer.ok && way !== 'rest' ? this.screening.screened(run, answer.value, this.nameOf) : answer;
    if (!checked.ok) return describeRefusal(checked.problem);
    const numbers = this.numbersOf(checked.value.lanes[index] as ClassLane);
    const name = this.namesOf([student]);
    const words = classLeadWords.said;
    this.change(checked.value, way === 'rest' ? words.rests(name) : words.eased(name, numbers));
    return way === 'rest' ? phoneWords.saidToRest : phoneWords.saidToWish(numbers);
  }

  /** Signs that somebody told after the class, by phone. @returns whether any is new. */
  signsAfter(student: string, signs: readonly SignId[]): boolean {
    const fresh = signs.filter((sign) => !this.signsOf(student).includes(sign));
    const now = new Date(this.now()).toISOString();
    for (const sign of fresh) {
      const run = this.current();
      if (run && this.state() === 'over')
        this.current.set(signInClass(run, this.stoodAt, student, sign, { now, newId }));
    }
    return fresh.length > 0;
  }

  /** A sign of one student: they breathe naturally at once, or stop; the others go on. Pressed again it is taken back. */
  sign(student: string, sign: SignId): void {
    const run = this.current();
    const state = this.state();
    if (!run || state === 'over') return;
    const name = this.namesOf([student]);
    const { label } = signById(sign);
    const words = classLeadWords.said;
    const now = new Date(this.now()).toISOString();
    if (this.signsOf(student).includes(sign)) {
      this.set(signTakenBackInClass(run, student, sign, now), words.takenBack(name, label));
      return;
    }
    const at = state === 'paused' ? this.stoodAt : this.at();
    const said = isEmergencySign(sign) ? words.emergency : words.sign;
    this.change(signInClass(run, at, student, sign, { now, newId }), said(name, label));
  }

  /** Signs that were noted of a student. */
  signsOf(student: string): readonly SignId[] {
    return this.current()?.lanes.find(({ students }) => students.includes(student))?.run.signs ?? [];
  }

  stop(): void {
    const run = this.current();
    if (!run) return;
    this.stoodAt = classState(run) === 'leading' ? this.at() : this.stoodAt;
    this.ledFor.set(millis(this.ledBefore + this.stoodAt));
    this.beforeStop.next(run);
    this.set(stopClass(run, this.stoodAt), '');
    this.end('', false);
  }

  /** Goes on after a stop of everybody that was not meant, each screened anew. Must follow a press. */
  async goOnAfterStop(): Promise<void> {
    const run = this.current();
    const before = this.beforeStop.value;
    if (!run || !before || this.mayGoOnFor() === 0) return;
    this.leaveStopped();
    await this.player.open();
    this.set(takeBackStopOfClass(run, before), classLeadWords.said.paused);
    this.pauseOrResume();
  }

  /** The stop stands: the class is over. */
  leaveStopped(): void {
    this.beforeStop.next(null);
  }

  /** The record of a student is on the server in this version. */
  recorded(student: string, version: number): void {
    this.begun.update(
      (begun) =>
        begun && {
          ...begun,
          sittings: begun.sittings.map((one) => (one.studentId === student ? { ...one, version } : one)),
        },
    );
    if (this.state() !== 'over') this.keep();
  }

  private end(said: string, rings = true): void {
    this.wakeLock.release();
    // The last bell rings out; a stop is quiet at once.
    if (rings) this.player.end();
    else this.player.close();
    this.said.set(said);
  }

  /** @param always it asks less of everybody: never refused for what speaks against it. */
  private apply(
    command: (run: ClassRun) => ClassAnswer,
    said: (run: ClassRun) => string,
    always = false,
  ): void {
    const run = this.current();
    if (!run || classState(run) !== 'leading') return;
    const answer = command(run);
    const checked = answer.ok && !always ? this.screening.screened(run, answer.value, this.nameOf) : answer;
    if (!checked.ok) return this.said.set(describeRefusal(checked.problem));
    this.change(checked.value, said(checked.value));
  }

  /** The class is led otherwise from now on, or is over. */
  private change(to: ClassRun, said: string): void {
    this.set(to, said);
    const state = classState(to);
    if (state === 'leading') this.player.replace(voiceOfClass(to));
    else if (state === 'over') this.finish(said);
  }

  private finish(said: string): void {
    this.ledFor.set(millis(this.ledBefore + this.at()));
    this.end(said);
  }

  private set(run: ClassRun, said: string): void {
    this.current.set(run);
    this.said.set(said);
    this.keep();
  }

  private keep(): void {
    const [run, planned, begun] = [this.current(), this.planned, this.begun()];
    if (!run || !planned || !begun) return;
    this.keeper.keep({ ...begun, run, planned, ledBefore: this.ledBefore });
    this.keepPlace();
  }

  private keepPlace(): void {
    this.keeper.keepPlace(this.state() === 'paused' ? this.stoodAt : this.at());
  }

  private readonly nameOf = (student: string): string => this.namesOf([student]);

  private namesAt({ lanes }: ClassRun, places: readonly number[]): string {
    return this.namesOf(places.flatMap((place) => lanes[place]?.students ?? []));
  }

  /** The numbers of a lane in the passage that is led. */
  private numbersOf(lane: ClassLane): string {
    const rest = restOfPassage(lane, this.at());
    return rest?.counts ? formatBreath(countsOf(rest.counts)) : '';
  }
}

const newId = (): string => crypto.randomUUID();

/** Does the same to several lanes; refused as soon as one of them refuses. */
const each =
  (places: readonly number[], command: (run: ClassRun, index: number) => ClassAnswer) =>
  (run: ClassRun): ClassAnswer => {
    let now: ClassAnswer = success(run);
    for (const place of places) if (now.ok) now = command(now.value, place);
    return now;
  };
