import { refitSession, type RefitChange } from '../compose/index.js';
import { resolveConventions, type Conventions } from '../conventions/index.js';
import {
  lengthOfStretches,
  restAfterStrokes,
  STROKE_REST,
  stretchesOf,
  type Stretch,
} from '../policy/index.js';
import { blocksLeading, screenCase, type ScreeningCase, type StandingFinding } from '../screening/index.js';
import {
  cyclesInOwnRound,
  LONGEST_SETTLING,
  newPassage,
  turnsOf,
  untaughtSession,
  withCycles,
  type CountedPassage,
  type NaturalPassage,
  type Passage,
  type Session,
  type StrokePassage,
} from '../session/index.js';
import type { SeatId } from '../technique/index.js';
import { lanesWords } from '../words/index.js';
import { formatSeconds, seconds } from '../units/index.js';
import { choosePeriod, type LaneInPeriod, type Period } from './choose-period.js';
import { commonLength, LEAST_PADDING } from './common-length.js';
import { asLane, steadySession, takenUpAgain, waysOf } from './lane-rounds.js';

/** Somebody who is here, with all that is known of them today. */
export interface ClassStudent {
  readonly id: string;
  readonly screening: Omit<ScreeningCase, 'session' | 'profile'>;
}

/** A class, and what it is to practise together. */
export interface ClassToAlign {
  readonly session: Session;
  readonly students: readonly ClassStudent[];
  readonly profile: Conventions;
  /** Whether each lane is heard by itself: paces may then differ, by up to 12 %. */
  readonly ownSound: boolean;
  /** Ids of passages that are put in. */
  readonly newId: () => string;
}

/** Students with the same numbers, and the class in these. */
export interface Lane {
  readonly students: readonly string[];
  readonly session: Session;
  /** The passage of the class that each passage of the lane stands for, in order. */
  readonly standsFor: readonly string[];
  /** What was changed so that it can be practised, and to meet the others. */
  readonly gaveUp: readonly RefitChange[];
  /** What speaks against it even so, by student: not even natural breath makes it possible. */
  readonly left: readonly { readonly student: string; readonly finding: StandingFinding }[];
}

export interface AlignedLanes {
  readonly lanes: readonly Lane[];
  /** How often all who count begin a round together, by passage of the class; 0 where rounds do not meet. */
  readonly meetings: readonly number[];
}

/** How a lane follows a passage of the class: with the others, by itself, or breathing naturally. */
type Follows = 'together' | 'alone' | 'natural';

/** Students of the same numbers, with the passages that stand for each passage of the class. */
interface Group {
  readonly students: readonly ClassStudent[];
  readonly changes: readonly RefitChange[];
  readonly segments: readonly (readonly Passage[])[];
  readonly follows: Follows[];
}

/** What a lane does for one passage of the class. */
interface Piece {
  readonly passages: readonly Passage[];
  readonly said: readonly string[];
}

/**
 * The lanes of a class: the same passages for everybody, each within what they can sustain and what is permitted to them,
 * so that rounds begin together as often as can be and all begin and end at once. Domain 16.
 *
 * Ramps stand at their start, open holds at what is expected of them, and nothing is taught on the way: one voice counts for all.
 */
export function alignLanes(of: ClassToAlign): AlignedLanes {
  const written = asLane(steadySession(untaughtSession(of.session)), of.profile);
  const groups = groupsOf(of, written);
  // Where something is in anybody's way a lane follows less closely, until it breathes naturally there: it comes to an end.
  for (;;) {
    const aligned = new Aligner(of, written, groups).align();
    const changed = groups.filter((group, index) => {
      const lane = aligned.lanes[index];
      return (
        lane !== undefined && inTheWayIn(lane, written).filter((at) => followsLess(group, at)).length > 0
      );
    });
    if (changed.length === 0) return aligned;
  }
}

/** Places of the passages of the class of which something in a lane may not be led; each once. */
const inTheWayIn = ({ session, standsFor, left }: Lane, written: Session): readonly number[] => [
  ...new Set(
    left.map(({ finding }) => {
      const at = session.passages.findIndex(({ id }) => id === finding.passageId);
      return written.passages.findIndex(({ id }) => id === standsFor[at]);
    }),
  ),
];

/** @returns false where it breathes naturally already, or nothing of the class is meant. */
function followsLess({ follows }: Group, segment: number): boolean {
  const now = follows[segment];
  if (now === undefined || now === 'natural') return false;
  follows[segment] = now === 'together' ? 'alone' : 'natural';
  return true;
}

function groupsOf({ students, profile }: ClassToAlign, written: Session): readonly Group[] {
  const ids = new Set(written.passages.map(({ id }) => id));
  const groups = new Map<string, Group>();
  for (const student of students) {
    const fitted = refitSession({ ...student.screening, session: written, profile });
    // Strokes that came in the place of others rest for so long too, whatever follows.
    const { passages } = asLane(fitted.session, profile);
    const key = JSON.stringify(passages.map((passage) => ({ ...passage, id: ids.has(passage.id) })));
    const segments = written.passages.map(({ id }) => {
      const from = passages.findIndex((passage) => passage.id === id);
      const next = passages.findIndex((passage, index) => index > from && ids.has(passage.id));
      return from < 0 ? [] : passages.slice(from, next < 0 ? undefined : next);
    });
    const there = groups.get(key);
    groups.set(key, {
      students: [...(there?.students ?? []), student],
      changes: there?.changes ?? fitted.changes,
      segments,
      follows: segments.map((segment) => (segment.length === 0 ? 'natural' : 'together')),
    });
  }
  return [...groups.values()];
}

class Aligner {
  private readonly conventions: Conventions;
  private readonly built: { passages: Passage[]; standsFor: string[]; gaveUp: RefitChange[] }[];

  constructor(
    private readonly of: ClassToAlign,
    private readonly written: Session,
    private readonly groups: readonly Group[],
  ) {
    this.conventions = resolveConventions(of.profile, written.conventions);
    this.built = groups.map(({ changes }) => ({ passages: [], standsFor: [], gaveUp: [...changes] }));
  }

  align(): AlignedLanes {
    const meetings = this.written.passages.map((passage, index) => this.alignPassage(passage, index));
    const lanes = this.groups.map((group, index): Lane => {
      const { passages = [], standsFor = [], gaveUp = [] } = this.built[index] ?? {};
      const session = { ...this.written, passages };
      const left = group.students.flatMap(({ id, screening }) =>
        screenCase({ ...screening, session, profile: this.of.profile })
          .filter(blocksLeading)
          .map((finding) => ({ student: id, finding })),
      );
      return { students: group.students.map(({ id }) => id), session, standsFor, gaveUp, left };
    });
    return { lanes, meetings };
  }

  /** @returns how often the lanes that count begin a round, or a turn of strokes, together. */
  private alignPassage(written: Passage, index: number): number {
    if (written.kind === 'strokes') {
      const turns = this.alignStrokes(written, index);
      if (turns > 0) return turns;
    }
    return this.alignRounds(written, index);
  }

  /** Sets of strokes for everybody: who is done sooner breathes naturally longer. @returns 0 where sets differ. */
  private alignStrokes(written: StrokePassage, index: number): number {
    const mains = this.groups.map(({ segments }) => segments[index]?.[0]);
    const strokes = mains.filter((main): main is StrokePassage => main?.kind === 'strokes');
    const [first] = strokes;
    const follow = this.groups.every((group) => group.follows[index] === 'together');
    const alike = strokes.every((one) => turnsOf(one) === turnsOf(written) && isSteady(one));
    if (!first || !follow || !alike || strokes.length < this.groups.length) return 0;
    const rest = Math.max(...strokes.map((one) => restAfterStrokes(one, this.conventions, 0).planned)) * 2000;
    const busy = strokes.map(
      (one) => lengthOfKind(this.stretches(one), ['strokes', 'recovery']) / turnsOf(one),
    );
    const longest = Math.max(...busy);
    const quiet = busy.map((one) => (rest + longest - one) / 2000);
    if (Math.max(...quiet) > STROKE_REST.most) return 0;
    const pieces = strokes.map((one, lane) => ({
      passages: [
        { ...one, quiet: seconds(quiet[lane] ?? 0) },
        ...(this.groups[lane]?.segments[index] ?? []).slice(1),
      ],
      said: [],
    }));
    const all = this.groups.map((_, lane) => lane);
    this.append(written, this.levelled(written, this.beginTogether(pieces, all)));
    return turnsOf(written);
  }

  private alignRounds(written: Passage, index: number): number {
    const together = this.groups.flatMap((group, lane) => {
      const [main] = group.segments[index] ?? [];
      return group.follows[index] === 'together' && main?.kind === 'counted' && main.cycles > 0
        ? [{ lane, main, ways: waysOf(main, this.conventions, this.of.ownSound, this.leastPadding(main)) }]
        : [];
    });
    const period = choosePeriod(
      together.map(({ ways }) => ways.rounds),
      this.roundsOf(written.kind === 'counted' ? written : together[0]?.main),
    );
    const pieces = this.groups.map((group, lane): Piece => {
      const at = together.findIndex((one) => one.lane === lane);
      const one = together[at];
      const inPeriod = period?.lanes[at];
      const segment = group.segments[index] ?? [];
      if (one && period && inPeriod) {
        const piece = this.inRounds(one.ways.at(inPeriod.length), one.main, period, inPeriod);
        return { ...piece, passages: [...piece.passages, ...segment.slice(1)] };
      }
      if (group.follows[index] === 'natural' || segment.length === 0)
        return { passages: [], said: [lanesWords.natural] };
      return { passages: segment, said: one || group.follows[index] === 'alone' ? [lanesWords.alone] : [] };
    });
    this.append(
      written,
      this.levelled(
        written,
        this.beginTogether(
          pieces,
          together.map(({ lane }) => lane),
        ),
      ),
    );
    this.tell(written, index, pieces);
    return period && together.length > 0 ? period.times : 0;
  }

  private roundsOf(passage: CountedPassage | undefined): number {
    return passage ? lengthOfKind(this.stretches(passage), ['rounds']) : 0;
  }

  private leastPadding(passage: CountedPassage): number {
    return LEAST_PADDING + this.leadOf([takenUpAgain(passage)]);
  }

  private stretches(passage: Passage): readonly Stretch[] {
    return stretchesOf(passage, {
      conventions: this.conventions,
      goal: this.written.goal,
      restBeforeHold: 0,
    });
  }

  /** The rounds of a lane, with natural breath after each period where there is time left of it. */
  private inRounds(
    shape: CountedPassage,
    main: CountedPassage,
    { times }: Period,
    { rounds, padding }: LaneInPeriod,
  ): Piece {
    const perRound = cyclesInOwnRound(shape);
    const said = this.saidOf(shape, main, rounds, padding);
    if (padding === 0) return { passages: [withCycles(shape, rounds * times * perRound)], said };
    const passages: Passage[] = [];
    for (let time = 1; time <= times; time++) {
      const [first, last] = [time === 1, time === times];
      const part: CountedPassage = {
        ...withCycles(first ? shape : takenUpAgain(shape), rounds * perRound),
        id: first ? shape.id : this.of.newId(),
        ...(!last && { closing: seconds(0), ownPace: seconds(0) }),
      };
      // To the millisecond, and no more than that off in all.
      const left = wholeMillis(padding * time) - wholeMillis(padding * (time - 1));
      const again = last ? 0 : this.leadOf([takenUpAgain(part)]);
      passages.push(part, this.natural(part, left - again));
    }
    return { passages, said };
  }

  private saidOf(
    shape: CountedPassage,
    main: CountedPassage,
    rounds: number,
    padding: number,
  ): readonly string[] {
    const turned = shape.turning.empty > main.turning.empty;
    return [
      ...(turned ? [lanesWords.turns(formatSeconds(shape.turning.empty))] : []),
      ...(shape.pace === main.pace ? [] : [lanesWords.pace(formatSeconds(shape.pace / 1000))]),
      ...(padding > 0 ? [lanesWords.padding(formatSeconds(padding / 2000), rounds)] : []),
    ];
  }

  private natural({ seat, id }: Passage, halfMillis: number, ownId = this.of.newId()): NaturalPassage {
    const fresh = newPassage('natural-breath', ownId);
    if (fresh.kind !== 'natural') throw new Error(`no natural breath for ${id}`);
    return { ...fresh, seat, length: seconds(halfMillis / 2000), untilTap: false };
  }

  /** What comes before the first round of a lane. */
  private leadOf(passages: readonly Passage[]): number {
    const [first] = passages;
    return first ? lengthOfKind(this.stretches(first), ['hand-up', 'get-ready', 'emptying']) : 0;
  }

  /** Half milliseconds of the change of seat before a passage that follows what a lane has so far. */
  private seatChange(lane: number, passage: Passage): number {
    const before = this.built[lane]?.passages.at(-1);
    return before && before.seat !== passage.seat ? Math.round(this.written.seatChange * 2000) : 0;
  }

  /** The lanes that count wait until the slowest of them has its hand up and its breath out. */
  private beginTogether(pieces: readonly Piece[], lanes: readonly number[]): readonly Piece[] {
    const leads = lanes.map((lane) => {
      const passages = pieces[lane]?.passages ?? [];
      const [first] = passages;
      const raises = first !== undefined && this.stretches(first).some(({ kind }) => kind === 'hand-up');
      return { lane, raises, lead: this.leadOf(passages) + (first ? this.seatChange(lane, first) : 0) };
    });
    const begin = commonLength(leads.map(({ lead, raises }) => ({ length: lead, stretches: raises })));
    return pieces.map((piece, lane) => {
      const own = leads.find((one) => one.lane === lane);
      const [first, ...rest] = piece.passages;
      const wait = own ? begin - own.lead : 0;
      if (!first || wait <= 0) return piece;
      const handUp = first.kind === 'natural' ? 0 : first.handUp + wait / 2000;
      if (own?.raises && first.kind !== 'natural' && handUp <= LONGEST_SETTLING.hand)
        return { ...piece, passages: [{ ...first, handUp: seconds(handUp) }, ...rest] };
      return { ...piece, passages: [this.natural(first, wait), first, ...rest] };
    });
  }

  /** All lanes come to the end of a passage at once. */
  private levelled(written: Passage, pieces: readonly Piece[]): readonly Piece[] {
    const lengths = pieces.map(({ passages }, lane) => this.lengthOf(lane, passages));
    const end = commonLength(
      lengths.map((length, lane) => ({ length, stretches: pieces[lane]?.passages.length === 0 })),
      this.lengthOf(-1, [written]),
    );
    return pieces.map((piece, lane) => {
      const wait = end - (lengths[lane] ?? 0);
      if (wait <= 0) return piece;
      const last = piece.passages.at(-1) ?? { ...written, seat: this.seatOf(lane, written) };
      const alone = piece.passages.length === 0;
      const rest = this.natural(last, wait, alone ? written.id : this.of.newId());
      return { ...piece, passages: [...piece.passages, rest] };
    });
  }

  /** Where somebody sits who breathes naturally: as before, or as they sit later. */
  private seatOf(lane: number, written: Passage): SeatId {
    const before = this.built[lane]?.passages.at(-1);
    const later = this.groups[lane]?.segments.flat()[0];
    return (before ?? later ?? written).seat;
  }

  /** Half milliseconds that passages take after what a lane has so far, changes of seat included. */
  private lengthOf(lane: number, passages: readonly Passage[]): number {
    return passages.reduce((sum, passage, index) => {
      const before = passages[index - 1] ?? this.built[lane]?.passages.at(-1);
      const change = before && before.seat !== passage.seat ? Math.round(this.written.seatChange * 2000) : 0;
      return sum + change + lengthOfStretches(this.stretches(passage));
    }, 0);
  }

  private append(written: Passage, pieces: readonly Piece[]): void {
    pieces.forEach(({ passages }, lane) => {
      this.built[lane]?.passages.push(...passages);
      this.built[lane]?.standsFor.push(...passages.map(() => written.id));
    });
  }

  private tell({ id }: Passage, index: number, pieces: readonly Piece[]): void {
    pieces.forEach(({ said }, lane) => {
      const follows = this.groups[lane]?.follows[index];
      const reason =
        follows === 'natural'
          ? lanesWords.forbidden
          : follows === 'alone'
            ? lanesWords.neverMeets
            : lanesWords.toMeet;
      for (const one of said) this.built[lane]?.gaveUp.push({ passageId: id, said: one, reason });
    });
  }
}

/** Whether every set is as long as every other. */
const isSteady = ({ rateRamp, strokesRamp }: StrokePassage): boolean =>
  rateRamp === null && strokesRamp === undefined;

const wholeMillis = (halfMillis: number): number => Math.round(halfMillis / 2) * 2;

const lengthOfKind = (stretches: readonly Stretch[], kinds: readonly Stretch['kind'][]): number =>
  lengthOfStretches(stretches.filter(({ kind }) => kinds.includes(kind)));
