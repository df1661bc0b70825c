import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  input,
  signal,
  viewChild,
  viewChildren,
} from '@angular/core';
import {
  CAUTION_LINE,
  classState,
  countsInForce,
  conventionsOfRun,
  formatBreath,
  formatClock,
  isLed,
  laneMoment,
  meetingAt,
  meetingsOf,
  millis,
  lanesAlike,
  passageLed,
  phraseSaid,
  techniqueName,
  timeLeft,
  type ClassLane,
  type ClassRun,
  type Moment,
} from '@nuvrah/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { AccountStore } from '../../../api/account';
import { SignCards } from '../../../shared/sign-cards';
import { shortcutOf } from '../../../shared/shortcut-keys';
import { SideSheet } from '../../../ui/side-sheet';
import { SideSheets } from '../../../ui/side-sheets';
import { classLeadWords } from '../../../words/class-lead-words';
import { phoneWords } from '../../../words/phone-words';
import { ClassOnShow } from './class-on-show';
import { ClassPhones } from './class-phones';
import { ClassRunner } from './class-runner';
import { ClassSigns } from './class-signs';
import { LaneStrip, SECOND } from './lane-strip';
import { PhonesPanel } from './phones-panel';

/** So many lanes have a strip of their own; what is beyond them stands in one line. */
const MOST_STRIPS = 6;
/** Height of a score as it is drawn, in pixels, and what of a lane's height is kept for what stands around it. */
const SCORE_HEIGHT = 150;

/** What a lane shows between two counts. */
interface Shown {
  readonly moment: Moment | null;
  readonly state: 'led' | 'over' | 'stopped' | 'paused';
}

/** What the room sees while a class is led: a lane for each group of equal numbers, all under one line. */
@Component({
  selector: 'nv-class-screen',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ClassSigns, LaneStrip, MatButtonModule, PhonesPanel, RouterLink, SideSheet],
  host: { '(document:keydown)': 'key($event)', '(window:resize)': 'measure()' },
  templateUrl: './class-screen.html',
  styleUrls: ['../../../shared/playback/control-row.scss', './class-screen.scss'],
})
export class ClassScreen {
  protected readonly words = classLeadWords.screen;
  protected readonly controlWords = classLeadWords.controls;
  protected readonly screenWords = classLeadWords.secondScreen;
  protected readonly caution = CAUTION_LINE;
  private readonly show = inject(ClassOnShow);
  /** Null on a second screen: nothing is led from there. */
  protected readonly store = inject(ClassRunner, { optional: true });
  protected readonly phones = inject(ClassPhones, { optional: true });
  protected readonly phoneWords = phoneWords;
  protected readonly sheets = inject(SideSheets);
  private readonly account = inject(AccountStore);
  /** The name of the class. */
  readonly group = input.required<string>();
  /** The class and the session that is led; phones are let in to them. */
  readonly classId = input('');
  readonly sessionId = input('');
  protected readonly called = computed(() => Object.values(this.show.names()));
  protected readonly hands = computed(() => this.phones?.hands() ?? []);

  private readonly strips = viewChildren(LaneStrip);
  private readonly marks = viewChild.required<ElementRef<HTMLElement>>('marks');
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);

  private readonly run = computed(() => this.show.run() as ClassRun);
  protected readonly paused = computed(() => classState(this.run()) === 'paused');
  /** What each lane shows: it changes with each count, not with each picture. */
  private readonly shown = signal<readonly Shown[]>([]);
  /** Whole seconds on the clock of the class. */
  private readonly second = signal(0);
  private readonly laneHeight = signal(SCORE_HEIGHT);
  protected readonly scale = computed(() =>
    Math.min(1, Math.max(0.35, (this.laneHeight() - 8) / SCORE_HEIGHT)),
  );
  protected readonly signsOpen = signal(false);
  /** By somebody who is in it: lanes part on the way. */
  private readonly chosenStudent = signal<string | null>(null);

  private readonly naming = computed(() => this.account.required().naming);
  /** They change with what is led, not with the seconds. */
  private readonly allMeetings = computed(() => meetingsOf(this.run()));
  private readonly at = computed(() => millis(Math.max(0, this.second() * 1000)));
  protected readonly line = computed(() => {
    const run = this.run();
    const id = passageLed(run, this.at());
    const passage = run.session.passages.find((one) => one.id === id);
    if (!passage) return '';
    const name = techniqueName(passage.technique, this.naming());
    const meetings = this.allMeetings().filter((one) => one.passage === id);
    const [before, last] = meetings.slice(-2);
    const every = before && last ? this.words.every(formatClock(last.at - before.at)) : '';
    const pace = passage.kind === 'natural' ? '' : this.words.oneVoice((passage.pace / 1000).toFixed(2));
    return [name, pace, every].filter(Boolean).join(' · ');
  });
  protected readonly meeting = computed(() => meetingAt(this.run(), this.at(), this.allMeetings()));
  protected readonly left = computed(() => formatClock(timeLeft(this.run(), this.at()).all));

  /** Lanes that count alike, by their places, stand in one row. */
  private readonly groups = computed(() => lanesAlike(this.run()), {
    equal: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  });
  private readonly all = computed(() =>
    this.groups().flatMap((places, index) => {
      const { lanes } = this.run();
      const lane = lanes[places[0] ?? 0];
      if (!lane) return [];
      const students = places.flatMap((place) => lanes[place]?.students ?? []);
      const shown = this.shown()[places[0] ?? 0];
      const moment = shown?.moment ?? null;
      const event = moment?.event;
      const airway = event?.kind === 'inhale' || event?.kind === 'exhale' ? event.airway : 'none';
      return {
        key: students.join(),
        index,
        places,
        lane,
        names: this.show.namesOf(students),
        numbers: numbersOf(lane, moment),
        count: moment?.count ? String(moment.count.now) : '',
        phase: this.phaseOf(shown),
        tone: airway === 'left' || airway === 'right' ? airway : 'plain',
        students,
        chosen: students.includes(this.chosenStudent() ?? ''),
        off: !isLed(lane) && lane.run.state.kind !== 'paused',
      };
    }),
  );
  /** With more lanes than there are strips, the last stands for all that are left. */
  protected readonly rows = computed(() => this.all().slice(0, MOST_STRIPS));
  protected readonly others = computed(() => this.all().slice(MOST_STRIPS));
  protected readonly chosen = computed(() => {
    const all = this.all();
    return all.find(({ chosen }) => chosen) ?? (all.length === 1 ? all[0] : undefined);
  });
  protected readonly signNames = computed(() =>
    this.run()
      .lanes.flatMap(({ students }) => students)
      .map((id) => ({ id, name: this.show.names()[id] ?? '' })),
  );
  /** Where lanes meet, in pixels from the beginning of the class. */
  protected readonly meetings = computed(() =>
    this.allMeetings().map(({ at, lanes, of }) => ({
      left: (at / 1000) * SECOND,
      text: lanes === of ? this.words.allMeet : this.words.someMeet(lanes, of),
    })),
  );

  protected readonly laneControls: readonly {
    key: string;
    label: string;
    run: (places: readonly number[]) => void;
  }[] = [
    { key: 'E', label: this.controlWords.ease, run: (places) => this.store?.ease(places, 'one-count') },
    { key: 'H', label: this.controlWords.halve, run: (places) => this.store?.ease(places, 'halve') },
    { key: 'D', label: this.controlWords.dropHold, run: (places) => this.store?.ease(places, 'drop-hold') },
    { key: 'W', label: this.controlWords.rest, run: (places) => this.store?.rest(places) },
    { key: 'X', label: this.controlWords.stopLane, run: (places) => this.store?.stopLane(places) },
  ];
  protected readonly controls: readonly { key: string; label: string; run: () => void }[] = [
    { key: 'M', label: this.controlWords.meet, run: () => this.store?.meet() },
    { key: 'N', label: this.controlWords.oneMore, run: () => this.store?.oneMore() },
    { key: 'F', label: this.controlWords.lastRound, run: () => this.store?.lastRound() },
  ];

  constructor() {
    const destroyed = inject(DestroyRef);
    if (this.store) inject(SignCards).showBy(() => this.showSigns(), destroyed);
    afterNextRender(() => {
      this.measure();
      let frame = 0;
      const draw = (): void => {
        frame = requestAnimationFrame(draw);
        this.draw();
      };
      draw();
      destroyed.onDestroy(() => cancelAnimationFrame(frame));
    });
  }

  protected measure(): void {
    const strip = this.host.nativeElement.querySelector('nv-lane-strip');
    if (strip) this.laneHeight.set(strip.clientHeight);
  }

  private draw(): void {
    this.show.follow();
    const run = this.show.run();
    if (!run) return;
    const led = classState(run) === 'leading';
    if (led) this.place();
    const at = this.show.position();
    const next = run.lanes.map((lane): Shown => {
      const kind = lane.run.state.kind;
      if (kind === 'paused') return { moment: null, state: 'paused' };
      if (kind !== 'leading') return { moment: null, state: kind === 'stopped' ? 'stopped' : 'over' };
      return { moment: laneMoment(lane, at), state: 'led' };
    });
    const before = this.shown();
    if (next.length !== before.length) queueMicrotask(() => this.measure());
    if (next.length !== before.length || next.some((one, index) => !looksTheSame(one, before[index])))
      this.shown.set(next);
    if (led) this.second.set(Math.floor(at / 1000));
  }

  private place(): void {
    const at = this.show.position();
    for (const strip of this.strips()) strip.place(at);
    this.marks().nativeElement.style.transform = `translateX(${((-at / 1000) * SECOND).toFixed(2)}px)`;
  }

  private phaseOf(shown: Shown | undefined): string {
    if (shown?.state === 'stopped') return this.words.stopped;
    if (shown?.state === 'over') return this.words.over;
    const event = shown?.moment?.event;
    if (!event) return this.words.waits;
    return phraseSaid(event, this.naming());
  }

  protected choose(index: number): void {
    const [student] = this.all()[index]?.students ?? [];
    this.chosenStudent.update((chosen) => (chosen === student ? null : (student ?? null)));
  }

  protected showSigns(): void {
    this.signsOpen.update((open) => !open);
  }

  protected key(event: KeyboardEvent): void {
    const elsewhere = event.target instanceof Element && event.target.closest('.cdk-overlay-container');
    if (!this.store || event.defaultPrevented || elsewhere || event.repeat) return;
    const number = /^[1-9]$/.test(event.key) && !event.ctrlKey && !event.metaKey && !event.altKey;
    const shortcut = shortcutOf('classLead', event);
    if (!number && !shortcut) return;
    event.preventDefault();
    if (number) return this.choose(Number(event.key) - 1);
    if (shortcut === 'pause') return this.store.pauseOrResume();
    if (shortcut === 'stop') return this.store.stop();
    const control = this.controls.find(({ key }) => key.toLowerCase() === event.key.toLowerCase());
    if (control) return control.run();
    const lane = this.chosen();
    const own = this.laneControls.find(({ key }) => key.toLowerCase() === event.key.toLowerCase());
    if (own && lane) own.run(lane.places);
  }
}

const looksTheSame = (a: Shown, b: Shown | undefined): boolean =>
  a.state === b?.state &&
  a.moment?.event === b.moment?.event &&
  a.moment?.count?.now === b.moment?.count?.now;

/** The counts of a lane in the round that is led; nothing where it breathes naturally. */
function numbersOf({ run }: ClassLane, moment: Moment | null): string {
  const event = moment?.event;
  const passage = event && run.setup.session.passages[event.passage];
  if (!passage || passage.kind !== 'counted' || event.section !== 'rounds') return '';
  return formatBreath(countsInForce(passage, event.cycle ?? 1, conventionsOfRun(run), run.changes));
}
