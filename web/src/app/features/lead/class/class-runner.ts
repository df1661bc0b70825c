import { computed, DestroyRef, effect, inject, Injectable, signal } from '@angular/core';
import type { Sitting, Student } from '@nuvrah/contract';
import {
  classState,
  describeNeed,
  describeRefusal,
  easeLane,
  failure,
  followClass,
  formatBreath,
  isEmergencySign,
  isLed,
  lastRoundForAll,
  meetNow,
  millis,
  needsToLeadOn,
  oneMoreForAll,
  pauseClass,
  quietForAll,
  restLane,
  restOfPassage,
  resumeClass,
  countsOf,
  signById,
  signInClass,
  stopClass,
  stopLane,
  success,
  voiceOfClass,
  type ClassAnswer,
  type ClassLane,
  type ClassRun,
  type EaseWay,
  type Millis,
  type SignId,
} from '@nuvrah/core';
import { AccountStore } from '../../../api/account';
import { BrowserStore } from '../../../api/browser-store';
import { NOW } from '../../../api/now';
import { ScreeningClock } from '../../../api/screening-clock';
import { OwnVoices } from '../../../shared/playback/own-voices';
import { VoiceRecordings } from '../../../shared/playback/recordings';
import { LOOK_EVERY, type Heard } from '../../../shared/playback/sound-scheduler';
import { Stages } from '../../../shared/playback/stage';
import { TakePlayer } from '../../../shared/playback/take-player';
import { WakeLock } from '../../../shared/playback/wake-lock';
import { classLeadWords } from '../../../words/class-lead-words';
import { ClassOnShow, machineClock, openShow, type ShowMessage } from './class-on-show';

/** A class in progress, as it is kept in this browser: a reload, or a page that crashes, loses at most a second of it. */
export interface KeptClass {
  /** Another format was written by another version, and is not read. */
  readonly format: 1;
  readonly instructorId: string;
  readonly sessionId: string;
  readonly run: ClassRun;
  readonly planned: ClassRun;
  /** Sittings of who is here, as they were begun. */
  readonly sittings: readonly Pick<Sitting, 'id' | 'studentId' | 'version'>[];
  /** Names as they are shown, by student or guest. */
  readonly names: Readonly<Record<string, string>>;
}

/** What is kept of a class beside how it is led. */
export type BegunClass = Omit<KeptClass, 'format' | 'instructorId' | 'run' | 'planned'>;

const KEPT_AS = 'leading-class';
/** How far it was led: written every second, and so apart from what is large and seldom changes. */
const PLACE_KEPT_AS = 'leading-class-at';

/** Looks ahead between two keepings of where it stands: once a second. */
const KEEP_EVERY = Math.round(1_000 / LOOK_EVERY);

/** Milliseconds that can pass unseen; what is longer, the device slept. */
const LONGEST_UNSEEN = 120_000;

/** A class being led: its lanes as one value, and the one voice that counts for all. */
@Injectable()
export class ClassRunner extends ClassOnShow {
  readonly wakeLock = inject(WakeLock);
  private readonly now = inject(NOW);
  private readonly store = inject(BrowserStore);
  private readonly account = inject(AccountStore);
  private readonly day = inject(ScreeningClock).day;
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
  private readonly kept = signal<BegunClass | null>(null);
  override readonly names = computed(() => this.kept()?.names ?? {});
  readonly sittings = computed(() => this.kept()?.sittings ?? []);
  private readonly said = signal('');
  /** What the last command did, or why it was not done. */
  readonly message = this.said.asReadonly();
  readonly state = computed(() => {
    const run = this.current();
    return run && classState(run);
  });
  /** Milliseconds that were led, pauses left out. */
  readonly ledFor = signal(millis(0));
  /** All that is known of who is here, by id: they are screened anew before what asks more of them. */
  private students: ReadonlyMap<string, Student> = new Map();

  private readonly heard = computed((): Heard => {
    const { naming, sound } = this.account.required();
    const own = this.ownVoices.clips();
    return { naming, sound: own ? { ...sound, own } : sound };
  });
  readonly voiceMissing = computed(
    () => this.recordings.state() === 'failed' && this.heard().sound.loudness.voice > 0,
  );

  /** To a second screen. */
  private readonly channel = openShow();

  constructor() {
    super();
    inject(DestroyRef).onDestroy(() => {
      this.player.close();
      this.channel.close();
    });
    this.channel.onmessage = ({ data }: MessageEvent<ShowMessage>) => {
      if (data.kind === 'asks') this.show();
    };
    effect(() => this.player.hear(this.heard()));
  }

  /** Starts leading. Must follow a press, or the browser keeps silent. */
  async start(run: ClassRun, kept: BegunClass, students: readonly Student[], planned = run): Promise<void> {
    this.planned = planned;
    this.kept.set(kept);
    this.students = new Map(students.map((student) => [student.id, student]));
    await this.player.open();
    this.begin(run);
  }

  /** What was being led of a session when the page went away, or null. */
  keptOf(sessionId: string): KeptClass | null {
    const kept = this.store.read<KeptClass>(KEPT_AS);
    const mine = kept?.format === 1 && kept.instructorId === this.account.account()?.id;
    return mine && kept.sessionId === sessionId ? kept : null;
  }

  /** How far what was being led was seen last, on the clock of the class. */
  keptPlace(): Millis {
    return millis(Math.max(0, this.store.read<number>(PLACE_KEPT_AS) ?? 0));
  }

  /** Goes on where the page went away, with the rounds that were interrupted. Must follow a press. */
  async takeUpAgain(kept: KeptClass, students: readonly Student[]): Promise<void> {
    const paused = classState(kept.run) === 'paused' ? kept.run : pauseClass(kept.run, this.keptPlace());
    await this.start(resumeClass(paused), kept, students, kept.planned);
  }

  /** Ends what was being led where it was seen last. */
  endThere(kept: KeptClass): void {
    this.planned = kept.planned;
    this.kept.set(kept);
    this.current.set(stopClass(kept.run, this.keptPlace()));
    this.ledFor.set(this.keptPlace());
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
    if (classState(next) !== 'over') return;
    this.ledFor.set(millis(this.ledBefore + this.at()));
    this.end(classLeadWords.said.finished);
  }

  private wakeUp(run: ClassRun): void {
    this.player.hush();
    this.set(pauseClass(run, millis(Math.max(0, Math.round(this.seenAt)))), classLeadWords.said.asleep);
  }

  pauseOrResume(): void {
    const run = this.current();
    if (!run) return;
    if (classState(run) === 'paused') {
      this.ledBefore = millis(this.ledBefore + this.stoodAt);
      this.said.set('');
      this.begin(resumeClass(run));
      return;
    }
    this.stoodAt = this.at();
    this.player.hush();
    this.set(pauseClass(run, this.at()), classLeadWords.said.paused);
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

  /** A sign of one student: they breathe naturally at once, or stop; the others go on. */
  sign(student: string, sign: SignId): void {
    const name = this.names()[student] ?? '';
    const { label } = signById(sign);
    const { emergency, sign: other } = classLeadWords.said;
    this.apply(
      (run) =>
        success(
          signInClass(run, this.at(), student, sign, { now: new Date(this.now()).toISOString(), newId }),
        ),
      () => (isEmergencySign(sign) ? emergency(name, label) : other(name, label)),
      true,
    );
  }

  /** Signs that were noted of a student. */
  signsOf(student: string): readonly SignId[] {
    return this.current()?.lanes.find(({ students }) => students.includes(student))?.run.signs ?? [];
  }

  stop(): void {
    const run = this.current();
    if (!run) return;
    const here = classState(run) === 'leading' ? this.at() : this.stoodAt;
    this.ledFor.set(millis(this.ledBefore + here));
    this.set(stopClass(run, here), '');
    this.end('', false);
  }

  private end(said: string, rings = true): void {
    this.wakeLock.release();
    // The last bell rings out; a stop is quiet at once.
    if (rings) this.player.end();
    else this.player.close();
    this.said.set(said);
  }

  /** Once the records are on the server, or on their way there. */
  forget(): void {
    this.store.remove(KEPT_AS);
    this.store.remove(PLACE_KEPT_AS);
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
    const checked = answer.ok && !always ? this.screened(run, answer.value) : answer;
    if (!checked.ok) return this.said.set(describeRefusal(checked.problem));
    this.set(checked.value, said(checked.value));
    if (classState(checked.value) !== 'over') return this.player.replace(voiceOfClass(checked.value));
    this.ledFor.set(millis(this.ledBefore + this.at()));
    this.end(this.said());
  }

  /** What is screened anew for everybody in a lane that is led otherwise from now on. */
  private screened(before: ClassRun, after: ClassRun): ClassAnswer {
    for (const lane of after.lanes) {
      if (before.lanes.includes(lane) || !isLed(lane)) continue;
      for (const id of lane.students) {
        const student = this.students.get(id);
        const needs = student ? needsToLeadOn(lane.run, student, [], this.day()) : [];
        if (needs.length > 0)
          return failure({
            code: 'forbidden',
            message: `${this.names()[id] ?? ''}: ${needs.map(describeNeed).join(' ')}`,
          });
      }
    }
    return success(after);
  }

  private set(run: ClassRun, said: string): void {
    this.current.set(run);
    this.said.set(said);
    this.keep();
  }

  private keep(): void {
    const [run, planned, kept] = [this.current(), this.planned, this.kept()];
    const instructorId = this.account.account()?.id;
    if (!run || !planned || !kept || !instructorId) return;
    this.store.write(KEPT_AS, { ...kept, format: 1, instructorId, run, planned } satisfies KeptClass);
    this.keepPlace();
    this.show();
  }

  private keepPlace(): void {
    if (this.state() === 'leading') this.store.write(PLACE_KEPT_AS, this.at());
    this.showPlace();
  }

  /** Tells a second screen what is led. */
  private show(): void {
    const [run, kept] = [this.current(), this.kept()];
    if (!run || !kept) return;
    const { sessionId, names } = kept;
    this.channel.postMessage({ kind: 'shows', sessionId, run, names } satisfies ShowMessage);
    this.showPlace();
  }

  private showPlace(): void {
    const sessionId = this.kept()?.sessionId;
    const at = this.state() === 'paused' ? this.stoodAt : this.position();
    if (sessionId)
      this.channel.postMessage({ kind: 'stands', sessionId, at, when: machineClock() } satisfies ShowMessage);
  }

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
