import type { Conventions } from '../conventions/index.js';
import { otherSide, type Part, type Session, type Side } from '../session/index.js';
import type { LockId, MouthForm, SeatId } from '../technique/index.js';
import { millis, type Counts, type Millis, type Pace } from '../units/index.js';
import { inOwnWords } from './asked.js';
import { cueFor, type Cue } from './cue.js';
import { ExactClock, wholeMillisBetween, type ClockReading } from './exact-clock.js';
import { fingersFor, handAtNose, type Finger, type HandAtNose } from './fingers.js';
import type {
  Airway,
  Asked,
  Counting,
  EventKind,
  LeadPlan,
  LocksInHold,
  OpenStretch,
  OwnPace,
  PassageSpan,
  Section,
  Strokes,
  Timeline,
  TimelineEvent,
} from './timeline.js';

/** What is the same for every event of one stretch. */
export interface Stretch {
  readonly passage: number;
  readonly section: Section;
  readonly round: number | null;
  readonly cycle: number | null;
  readonly raised: 'nose' | 'ears' | null;
  readonly counting: Counting;
  /** Left out where it is not. */
  readonly lastRound?: boolean;
  /** Own words in this event; left out for none. */
  readonly words?: readonly Asked[];
}

/** A stretch without rounds, hands down. */
export const uncounted = (passage: number, section: Section): Stretch => ({
  passage,
  section,
  round: null,
  cycle: null,
  raised: null,
  counting: 'up',
});

/** Locks of a hold, in the order of setting them. */
export interface HoldLocks {
  readonly order: readonly LockId[];
  readonly margin: Counts;
  readonly marginHalfMillis: number;
}

/** What an event is beyond its stretch; what is left out is not there. */
export interface EventSpec {
  readonly kind: EventKind;
  readonly airway?: Airway;
  readonly mouth?: MouthForm | null;
  readonly counts?: Counts | null;
  readonly pace?: Pace;
  readonly halfMillis: number;
  readonly part?: Part | null;
  readonly throat?: boolean;
  readonly hum?: boolean;
  readonly locks?: HoldLocks | null;
  readonly strokes?: Strokes | null;
  readonly open?: OpenStretch | null;
  readonly ownPace?: Omit<OwnPace, 'fingers'> | null;
  readonly seat?: SeatId;
  readonly asked?: readonly Asked[];
}

const NOTHING_ASKED: readonly Asked[] = [];

/** The state of a writer between two passages. */
export interface WriterMark {
  readonly events: number;
  readonly clock: ClockReading;
  readonly hand: HandAtNose | null;
}

/** A passage among events that were written before. */
export interface WrittenPassage {
  readonly events: readonly TimelineEvent[];
  readonly span: PassageSpan;
  readonly from: WriterMark;
  readonly to: WriterMark;
}

const later = (moment: Millis, by: number): Millis => (moment + by) as Millis;

/** Field by field: a long session has thousands of events, and a spread of so many fields is many times slower. */
function shifted(event: TimelineEvent, by: number, index: number): TimelineEvent {
  const { locks, ticks } = event;
  const moved = new Array<Millis>(ticks.length);
  for (let tick = 0; tick < ticks.length; tick++) moved[tick] = ((ticks[tick] ?? 0) + by) as Millis;
  return {
    index: event.index + index,
    from: later(event.from, by),
    to: later(event.to, by),
    passage: event.passage,
    section: event.section,
    kind: event.kind,
    round: event.round,
    cycle: event.cycle,
    airway: event.airway,
    mouth: event.mouth,
    counts: event.counts,
    ticks: moved,
    counting: event.counting,
    hand: event.hand,
    part: event.part,
    throat: event.throat,
    hum: event.hum,
    locks: locks && { ...locks, on: later(locks.on, by), off: later(locks.off, by) },
    strokes: event.strokes,
    open: event.open,
    ownPace: event.ownPace,
    lastRound: event.lastRound,
    asked: event.asked,
    cue: event.cue,
  };
}

const shiftedSpan = (span: PassageSpan, by: number): PassageSpan => ({
  ...span,
  from: later(span.from, by),
  to: later(span.to, by),
  rounds: span.rounds && {
    ...span.rounds,
    from: later(span.rounds.from, by),
    to: later(span.rounds.to, by),
  },
});

/** Writes events one after another on an exact clock, so that nothing overlaps, leaves a gap or drifts. */
export class ScoreWriter {
  private readonly events: TimelineEvent[] = [];
  private readonly spans: PassageSpan[] = [];
  private readonly hands: Readonly<Record<Airway, HandAtNose>>;
  private readonly fingers: Readonly<Record<Side, Finger>>;
  private readonly cues = new Map<EventSpec, Map<HandAtNose | null, Cue>>();
  private readonly clock = new ExactClock();
  private previousHand: HandAtNose | null = null;
  private passageFrom: Millis = millis(0);
  /** What the instructor says as the passage begins, until something of it is written. */
  private toSay: readonly Asked[] = NOTHING_ASKED;

  constructor(
    /** The one that closes the nose. */
    readonly hand: Side,
    readonly conventions: Conventions,
    readonly plan: LeadPlan,
  ) {
    const pose = (airway: Airway): HandAtNose => handAtNose(airway, hand, conventions);
    this.fingers = fingersFor(hand, conventions);
    this.hands = {
      left: pose('left'),
      right: pose('right'),
      both: pose('both'),
      mouth: pose('closed'),
      closed: pose('closed'),
    };
  }

  now(): Millis {
    return this.clock.at();
  }

  /** @param ending how the session ends. */
  finish(ending: Session['ending']): Timeline {
    const timeline = { total: this.clock.at(), passages: this.spans, events: this.events };
    const last = ending === 'sleep' ? this.events.findLast(({ round }) => round !== null) : undefined;
    return last ? { ...timeline, thins: last.passage } : timeline;
  }

  /** Where it stands: what was written until here can be copied from another writer's events. */
  mark(): WriterMark {
    return { events: this.events.length, clock: this.clock.reading(), hand: this.previousHand };
  }

  /**
   * Copies a passage that was written before between two marks, as far later (or earlier) as it begins now.
   * @returns false where it would not come out the same: it is written anew then.
   */
  copyPassage(written: WrittenPassage): boolean {
    const { from, to, span, events } = written;
    const by = wholeMillisBetween(from.clock, this.clock.reading());
    if (by === null || this.previousHand !== from.hand) return false;
    const first = this.events.length - from.events;
    for (let at = from.events; at < to.events; at++) {
      const event = events[at];
      if (event) this.events.push(by === 0 && first === 0 ? event : shifted(event, by, first));
    }
    this.spans.push(by === 0 ? span : shiftedSpan(span, by));
    this.clock.set({ ...to.clock, halfMillis: to.clock.halfMillis + by * 2 });
    this.previousHand = to.hand;
    return true;
  }

  /** What is written from here to {@link endPassage} is one passage, a change of seat before it included. */
  beginPassage(say: string): void {
    this.passageFrom = this.clock.at();
    this.toSay = say.trim() === '' ? NOTHING_ASKED : [inOwnWords(say, 'begins')];
  }

  endPassage(span: Omit<PassageSpan, 'from' | 'to'>): void {
    this.spans.push({ ...span, from: this.passageFrom, to: this.clock.at() });
  }

  write(stretch: Stretch, spec: EventSpec): void {
    const { kind, airway = 'both', strokes = null, counts = null, pace } = spec;
    if (spec.halfMillis <= 0 && !strokes) return;
    const from = this.clock.at();
    const ticks = strokes
      ? this.strokeTicks(strokes)
      : counts !== null && pace
        ? this.countTicks(counts, pace)
        : [];
    const locks = spec.locks ? this.locksInHold(spec.locks, spec.halfMillis) : null;
    const ownPace = spec.ownPace ? this.ownPace(spec.ownPace, stretch.raised) : null;
    const atNose = stretch.raised === 'nose' && kind !== 'closing' && kind !== 'quiet' && !ownPace?.fingers;
    const hand = atNose ? this.hands[airway] : null;
    if (strokes) this.clock.passStrokes(strokes.number, strokes.rate);
    else this.clock.pass(spec.halfMillis);
    const { passage, section, round, cycle, counting } = stretch;
    this.events.push({
      index: this.events.length,
      from,
      to: this.clock.at(),
      passage,
      section,
      kind,
      round,
      cycle,
      airway,
      mouth: spec.mouth ?? null,
      counts,
      ticks,
      counting,
      hand,
      part: spec.part ?? null,
      throat: spec.throat ?? false,
      hum: spec.hum ?? false,
      locks,
      strokes,
      open: spec.open ?? null,
      ownPace,
      lastRound: stretch.lastRound ?? false,
      asked: this.asked(spec, stretch),
      cue: this.cue(spec, airway, stretch.raised, hand, ownPace),
    });
    this.previousHand = hand;
    this.toSay = NOTHING_ASKED;
  }

  /** What the passage asks in an event, and own words in it. */
  private asked({ asked = NOTHING_ASKED }: EventSpec, { words = NOTHING_ASKED }: Stretch): readonly Asked[] {
    if (words.length === 0 && this.toSay.length === 0) return asked;
    return [...asked, ...this.toSay, ...words];
  }

  /** Where the sides change, the hand closes them in turn as its owner breathes. */
  private ownPace(pattern: Omit<OwnPace, 'fingers'>, raised: Stretch['raised']): OwnPace {
    const changes = new Set(pattern.breaths.map(({ airway }) => airway)).size > 1;
    return { ...pattern, fingers: raised === 'nose' && changes ? this.fingers : null };
  }

  private countTicks(counts: Counts, pace: Pace): Millis[] {
    const ticks: Millis[] = [];
    for (let count = 0; count < counts; count++) ticks.push(this.clock.at(count * 2 * pace));
    return ticks;
  }

  private strokeTicks({ number, rate }: Strokes): Millis[] {
    const ticks: Millis[] = [];
    for (let stroke = 0; stroke < number; stroke++) ticks.push(this.clock.atStroke(stroke, rate));
    return ticks;
  }

  private locksInHold(locks: HoldLocks, halfMillis: number): LocksInHold {
    const { order, margin, marginHalfMillis } = locks;
    return {
      locks: order,
      margin,
      on: this.clock.at(marginHalfMillis),
      off: this.clock.at(halfMillis - marginHalfMillis),
    };
  }

  /** Cues repeat from round to round: each is made once for a spec and the fingers before it. */
  private cue(
    spec: EventSpec,
    airway: Airway,
    raised: Stretch['raised'],
    hand: HandAtNose | null,
    ownPace: OwnPace | null,
  ): Cue {
    const before = this.previousHand;
    let after = this.cues.get(spec);
    if (!after) this.cues.set(spec, (after = new Map()));
    let cue = after.get(before);
    if (!cue) {
      const {
        kind,
        mouth = null,
        counts = null,
        part = null,
        hum = false,
        open = null,
        strokes = null,
        seat = null,
      } = spec;
      const locks = spec.locks?.order ?? [];
      const facts = {
        kind,
        airway,
        mouth,
        counts,
        part,
        hum,
        locks,
        open: open !== null,
        raised,
        strokes,
        ownPace,
        seat,
      };
      cue = cueFor(facts, before, hand);
      after.set(before, cue);
    }
    return cue;
  }
}

/** The airway of each breath in a cycle that begins on `side`. */
export interface CycleSides {
  readonly inhale: Side | 'both';
  readonly exhale: Side | 'both';
}

/** Sides of a cycle, from 1, of a passage that starts on `start`. */
export function sidesOf(route: string, start: Side, cycle: number): CycleSides {
  switch (route) {
    case 'both':
      return { inhale: 'both', exhale: 'both' };
    case 'one-sided':
      return { inhale: start, exhale: start };
    case 'alternating': {
      const side = cycle % 2 === 1 ? start : otherSide(start);
      return { inhale: side, exhale: otherSide(side) };
    }
    default:
      return { inhale: start, exhale: otherSide(start) };
  }
}
