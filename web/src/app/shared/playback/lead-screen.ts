import {
  ChangeDetectionStrategy,
  afterNextRender,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import {
  CAUTION_LINE,
  closedSide,
  closingHand,
  conventionsOfRun,
  FINGER_NAMES,
  formatClock,
  formatBreath,
  levelsAt,
  momentAt,
  nameLocks,
  PHASE_NAMES,
  ARM_SUPPORT,
  armSupport,
  askedThroughout,
  callLocksOff,
  callLocksOn,
  countsInForce,
  LOCKS,
  RULES,
  techniqueName,
  tapEnds,
  tellsSidesApart,
  TEACHING_PARTS,
  type Asked,
  type Moment,
  type Side,
  type TeachingPart,
  type TimelineEvent,
} from '@nuvrah/core';
import { FeltNowAnswers } from './felt-now';
import { LeadControls, type TapWait } from './lead-controls';
import { LeadSigns } from './lead-signs';
import { LeadRunner } from './lead-runner';
import { LockChannel } from './lock-channel';
import { SignCards } from '../sign-cards';
import { leadWords } from '../../words/lead-words';

/** What the room sees while a session is led. The picture reads the clock of the sound with every frame. */
@Component({
  selector: 'nv-lead-screen',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FeltNowAnswers, LeadControls, LeadSigns, LockChannel],
  templateUrl: './lead-screen.html',
  styleUrl: './lead-screen.scss',
})
export class LeadScreen {
  protected readonly words = leadWords.leadScreen;
  protected readonly store = inject(LeadRunner);
  private readonly left = viewChild<LockChannel>('left');
  private readonly right = viewChild<LockChannel>('right');
  private readonly mouth = viewChild<LockChannel>('mouth');
  protected readonly caution = CAUTION_LINE;
  /** Whether the signs are shown. */
  protected readonly signsOpen = signal(false);

  /** Changes with each count and each second, not with each frame. */
  protected readonly moment = signal<Moment | null>(null);
  protected readonly paused = computed(() => this.store.run()?.state.kind === 'paused');
  protected readonly event = computed(() => this.moment()?.event ?? null);

  private readonly naming = computed(() => this.store.about().naming);
  private readonly passage = computed(() => {
    const at = this.moment()?.event.passage;
    return at === undefined ? undefined : this.store.run()?.setup.session.passages[at];
  });
  protected readonly name = computed(() => {
    const [passage, span] = [this.passage(), this.moment()?.span];
    const variant = this.store.about().variants.get(passage?.variant ?? '');
    return variant ?? (span ? techniqueName(span.technique, this.naming()) : '');
  });
  /** What is said, in large; the locks of a hold have a line of their own. */
  protected readonly spoken = computed(() => {
    const event = this.event();
    const spoken = event?.cue.spoken[this.naming()] ?? '';
    if (event?.ownPace) return headOf(spoken).head;
    return event?.locks ? (spoken.split(', ')[0] ?? '') : spoken;
  });
  protected readonly next = computed(() => this.moment()?.next?.cue.next[this.naming()] ?? null);

  /** The counts in force in this round, or the rate of the strokes. */
  protected readonly counts = computed(() => {
    const [run, moment, passage] = [this.store.run(), this.moment(), this.passage()];
    const strokes = moment?.event.strokes;
    if (strokes) return strokes.ownPace ? '' : this.words.strokesAMinute(strokes.rate);
    if (!run || passage?.kind !== 'counted') return '';
    return formatBreath(countsInForce(passage, moment?.event.cycle ?? 1, conventionsOfRun(run), run.changes));
  });

  /** What is to be said once, as the passage begins: the cares that were found for it, and its note. */
  protected readonly care = computed(() => {
    const [moment, passage] = [this.moment(), this.passage()];
    if (!moment || !passage || (moment.round?.now ?? 1) > 1) return [];
    const first = moment.event.passage === 0;
    const cares = this.store
      .about()
      .cares.filter(({ passageId }) => (passageId ?? (first ? passage.id : '')) === passage.id)
      .map(({ rule }) => ruleOf(rule)?.reason ?? '');
    return passage.say.trim() === '' ? cares : [...cares, passage.say];
  });

  /** The part of the teaching arc that is led; null in the passage itself. */
  protected readonly part = computed(() => {
    const event = this.event();
    return event && partOf(event);
  });

  /** What the passage asks throughout: seat, hands, eyes, tongue, head. */
  protected readonly throughout = computed(() => {
    const [run, passage] = [this.store.run(), this.passage()];
    if (!run || !passage) return '';
    const { student } = run.setup;
    const conventions = conventionsOfRun(run);
    return askedThroughout(passage, closingHand(student.hand, conventions), conventions).join(' · ');
  });

  /** What is asked now beyond phase and side: how the breath sounds or goes, tensing, the syllable, support for the arm. */
  protected readonly manner = computed(() => {
    const event = this.event();
    if (!event) return '';
    if (event.ownPace) return headOf(event.cue.spoken[this.naming()]).rest;
    const timeline = this.store.timeline();
    const passed = event.to - event.from - (this.moment()?.left.event ?? 0);
    const parts = [
      ...(timeline && armSupport(timeline).has(event.index) ? [ARM_SUPPORT] : []),
      // What is asked throughout stands above.
      ...event.asked.filter((one) => isShown(one, event, passed)).map(({ text }) => text.replace(/\.$/, '')),
      ...(event.part && event.kind !== 'turning'
        ? [event.part.region ? directionOf(event) : this.words.partOf(event.part.index, event.part.of)]
        : []),
    ];
    return parts.filter(Boolean).join(' · ');
  });

  /** The locks of this hold, each with where it stands. */
  protected readonly locks = computed(() => {
    const [event, state] = [this.event(), this.moment()?.lock];
    if (!event?.locks || !state) return null;
    const call =
      state === 'setting'
        ? callLocksOn(event.locks.locks)
        : state === 'releasing'
          ? callLocksOff(event.locks.locks)
          : nameLocks(event.locks.locks, this.naming());
    return { state, call, places: event.locks.locks.map((lock) => ({ lock, letter: LOCKS[lock].letter })) };
  });

  /** What a tap ends now. */
  protected readonly tap = computed((): TapWait | null => {
    const event = this.event();
    if (this.paused() || !event) return null;
    if (partOf(event)) return { label: this.words.nextPart, open: false };
    if (event.strokes) {
      const { doneWithStrokes, endThisTurn } = this.words;
      return { label: event.strokes.ownPace ? doneWithStrokes : endThisTurn, open: false };
    }
    if (!tapEnds(event)) return null;
    if (event.ownPace) return { label: this.words.finishRound, open: false };
    if (event.kind === 'natural' && !event.open) return { label: this.words.goOn, open: false };
    if (!event.open) return null;
    const label =
      event.kind === 'quiet'
        ? this.words.itIsQuiet
        : event.kind === 'natural'
          ? this.words.goOn
          : this.words.breatheOn;
    return { label, open: true };
  });

  /** Where no side of the nose is meant there is one channel, and nobody closes anything. */
  protected readonly oneChannel = computed(() => {
    const passage = this.passage();
    return passage !== undefined && !tellsSidesApart(passage);
  });
  protected readonly oneFlow = computed(() => {
    const event = this.event();
    return event?.kind === 'inhale' || event?.kind === 'exhale' ? flowOf(event) : null;
  });

  protected readonly usesMouth = computed(() => {
    const passage = this.passage();
    return (
      passage?.kind === 'counted' &&
      tellsSidesApart(passage) &&
      (passage.inhaleThrough !== 'nose' || passage.exhaleThrough !== 'nose')
    );
  });
  /** The locks that are on now, for the brackets in both channels. */
  protected readonly locksOn = computed(() =>
    this.moment()?.lock === 'on' ? (this.event()?.locks?.locks ?? []) : [],
  );

  protected readonly timeLeft = computed(() => {
    const left = this.moment()?.left;
    return left ? this.words.toGoHereIn(formatClock(left.passage), formatClock(left.all)) : '';
  });

  protected readonly roundLine = computed(() => {
    const round = this.moment()?.round;
    const word =
      this.event()?.strokes || this.passage()?.kind === 'strokes' ? this.words.set : this.words.round;
    const part = this.part();
    if (part) return this.words.parts[part];
    if (!round) return null;
    const { now, of, fewest } = round;
    return fewest < of ? this.words.ofUpTo(word, now, fewest, of) : this.words.of(word, now, of);
  });
  protected readonly isLastRound = computed(() => this.event()?.lastRound === true);

  /** The count in progress, or the seconds to go where nothing is counted. */
  protected readonly big = computed(() => {
    const moment = this.moment();
    if (!moment) return { number: '', of: '' };
    const { event } = moment;
    if (event.open) {
      const held = Math.floor((event.to - event.from - moment.left.event) / 1000);
      if (event.kind === 'quiet' || event.kind === 'natural')
        return {
          number: formatClock(held * 1000),
          of: this.words.ofAbout(formatClock(event.open.expected)),
        };
      return { number: String(held), of: this.words.secondsAtMost(Math.round(event.open.cap / 1000)) };
    }
    if (moment.count)
      return {
        number: String(moment.count.now),
        of: this.words.ofCounts(String(moment.count.of).replace('.5', '½')),
      };
    return { number: formatClock(Math.ceil(moment.left.event / 1000) * 1000), of: this.words.toGo };
  });

  /** Colour says the side only with its word. */
  protected readonly tone = computed(() => {
    const airway = this.event()?.airway;
    return airway === 'left' || airway === 'right' ? airway : 'both';
  });

  protected readonly sides = computed(() =>
    (['left', 'right'] as const).map((side) => {
      const event = this.event();
      const open = event ? isOpen(event, side) : true;
      const inTurn = event?.ownPace?.fingers ?? null;
      const closure = inTurn?.[side] ?? event?.hand?.[side];
      return {
        side,
        open,
        caption: this.words.channel(
          side === 'left' ? this.words.left : this.words.right,
          inTurn ? this.words.inTurn : open ? this.words.open : this.words.closed,
        ),
        finger: closure && closure !== 'open' ? FINGER_NAMES[closure] : '',
        counts: event && movesThrough(event, side) ? event.counts : null,
        flow: event && movesThrough(event, side) ? flowOf(event) : null,
      };
    }),
  );
  protected readonly mouthFlow = computed(() => {
    const event = this.event();
    return event?.airway === 'mouth' && event.counts !== null ? flowOf(event) : null;
  });
  protected readonly done = computed(() => {
    const [moment, timeline] = [this.moment(), this.store.timeline()];
    return moment && timeline ? (1 - moment.left.all / timeline.total) * 100 : 0;
  });

  constructor() {
    const destroyed = inject(DestroyRef);
    inject(SignCards).showBy(() => this.signsOpen.update((open) => !open), destroyed);
    afterNextRender(() => {
      let frame = 0;
      const draw = (): void => {
        frame = requestAnimationFrame(draw);
        this.draw();
      };
      draw();
      destroyed.onDestroy(() => cancelAnimationFrame(frame));
    });
    // A change while paused is shown too.
    effect(() => {
      this.store.timeline();
      untracked(() => this.draw(true));
    });
  }

  private draw(again = false): void {
    const timeline = this.store.timeline();
    if (!timeline || this.store.run()?.state.kind !== 'leading') return;
    const at = Math.max(0, this.store.position());
    this.store.follow();
    const moment = momentAt(timeline, at);
    if (!moment) return;
    const levels = levelsAt(moment.event, at);
    if (!again) {
      const whole = moment.event.airway === 'mouth' ? levels.mouth : levels.left;
      this.left()?.setLevel(this.oneChannel() ? whole : levels.left);
      this.right()?.setLevel(levels.right);
      this.mouth()?.setLevel(levels.mouth);
    }
    if (again || !sameToTheEye(this.moment(), moment)) this.moment.set(moment);
  }
}

/** The first words of a cue, and what follows after its colon or its first sentence. */
const headOf = (spoken: string): { readonly head: string; readonly rest: string } => {
  const [head = '', rest = ''] = spoken.split(/(?:: |\. )(.*)/);
  return { head, rest };
};

/** Where the cue names the region alone, which way the breath goes. */
const directionOf = ({ kind, part }: TimelineEvent): string =>
  part && part.index > 1 && (kind === 'inhale' || kind === 'exhale') ? PHASE_NAMES[kind] : '';

/** Own words of natural breathing stand for so long, milliseconds. */
const OWN_WORDS_STAND = 60_000;

/** What is said as a passage begins stands above, and so does what natural breathing asks; own words stand while they are new. */
function isShown({ own, after }: Asked, { kind }: TimelineEvent, passed: number): boolean {
  if (own === 'begins') return false;
  if (own === undefined) return kind !== 'natural';
  return after === undefined || (passed >= after && passed < after + OWN_WORDS_STAND);
}

const partOf = ({ section }: TimelineEvent): TeachingPart | null =>
  TEACHING_PARTS.find((part) => part === section) ?? null;

const ruleOf = (id: string) => RULES.find((rule) => rule.id === id);

const isOpen = ({ airway, hand }: TimelineEvent, side: Side): boolean =>
  airway === 'both' || airway === side || (airway === 'mouth' && hand === null);

const movesThrough = ({ kind, airway }: TimelineEvent, side: Side): boolean =>
  (kind === 'inhale' || kind === 'exhale') && airway !== 'mouth' && closedSide(airway) !== side;

const flowOf = (event: TimelineEvent): 'in' | 'out' => (event.kind === 'inhale' ? 'in' : 'out');

/** Whether two moments look the same but for the levels. */
const sameToTheEye = (a: Moment | null, b: Moment): boolean =>
  a?.event === b.event &&
  a.lock === b.lock &&
  a.count?.now === b.count?.now &&
  a.round?.of === b.round?.of &&
  a.round?.fewest === b.round?.fewest &&
  Math.floor(a.left.all / 1000) === Math.floor(b.left.all / 1000);
