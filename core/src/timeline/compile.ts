import type { Conventions } from '../conventions/index.js';
import { resolveConventions } from '../conventions/index.js';
import { countsOf, PHASE_KINDS, type PhaseCounts, type PhaseKind } from '../ratio/index.js';
import {
  cyclesPerRound,
  otherSide,
  startingSide,
  type CountedPassage,
  type NaturalPassage,
  type Session,
  type Side,
} from '../session/index.js';
import {
  countsToHalfMillis,
  halfMillisToMillis,
  secondsToMillis,
  type Counts,
  type Millis,
  type Pace,
} from '../units/index.js';
import { cueFor, type Cue } from './cue.js';
import { closingHand, handAtNose, type HandAtNose } from './fingers.js';
import { cyclesToLead, numbersInForce } from './changes.js';
import {
  AS_WRITTEN,
  type Airway,
  type EventKind,
  type LeadPlan,
  type PassageSpan,
  type ResumePoint,
  type Section,
  type Timeline,
  type TimelineEvent,
} from './timeline.js';

/** What compiling needs to know of the student. */
export interface TimelineStudent {
  readonly hand: Side;
}

/**
 * The session as one list of events, which the picture, the sound, screening and exports all read.
 *
 * Times are summed exactly in half milliseconds from the session's start and rounded once for each event, so nothing
 * drifts. The same input gives the same list. A plan made while leading changes only events after the moment it was
 * made: the ones before come out the same.
 *
 * @param conventions the instructor's profile; the session's own overrides are laid over it here.
 * @param plan changes made while leading and where to take up again; by default the session as written.
 */
export function compileSession(
  session: Session,
  student: TimelineStudent,
  conventions: Conventions,
  plan: LeadPlan = AS_WRITTEN,
): Timeline {
  const inForce = resolveConventions(conventions, session.conventions);
  const score = new ScoreWriter(closingHand(student.hand, inForce), inForce);
  session.passages.forEach((passage, index) => {
    const from = plan.from;
    if (from && index < from.passage) return;
    const resumed = from && index === from.passage ? from : null;
    if (passage.kind === 'natural') score.writeNatural(index, passage, resumed);
    else
      score.writeCounted(
        index,
        passage,
        startingSide(passage, session.goal, score.conventions),
        plan,
        resumed,
      );
  });
  return score.finish();
}

/** What is the same for every event of one stretch. */
interface Stretch {
  readonly passage: number;
  readonly section: Section;
  readonly round: number | null;
  readonly cycle: number | null;
}

/** The airway of each phase in a cycle that begins on `side`: in through it, out through the other. */
const phaseAirway = (kind: PhaseKind, side: Side): Airway =>
  kind === 'inhale' ? side : kind === 'exhale' ? otherSide(side) : 'closed';

class ScoreWriter {
  private readonly events: TimelineEvent[] = [];
  private readonly spans: PassageSpan[] = [];
  private readonly hands: Readonly<Record<Airway, HandAtNose>>;
  private readonly cues = new Map<string, Cue>();
  private at = 0;
  private previousHand: HandAtNose | null = null;

  constructor(
    hand: Side,
    readonly conventions: Conventions,
  ) {
    const pose = (airway: Airway): HandAtNose => handAtNose(airway, hand, conventions);
    this.hands = { left: pose('left'), right: pose('right'), both: pose('both'), closed: pose('closed') };
  }

  finish(): Timeline {
    return { total: halfMillisToMillis(this.at), passages: this.spans, events: this.events };
  }

  writeNatural(index: number, passage: NaturalPassage, resumed: ResumePoint | null): void {
    const from = halfMillisToMillis(this.at);
    const length = (resumed?.kind === 'rest' ? resumed.remaining : secondsToMillis(passage.length)) * 2;
    this.writeUncounted(
      { passage: index, section: 'rest', round: null, cycle: null },
      'natural',
      length,
      false,
    );
    this.spans.push({
      id: passage.id,
      technique: passage.technique,
      from,
      to: halfMillisToMillis(this.at),
      rounds: null,
    });
  }

  writeCounted(
    index: number,
    passage: CountedPassage,
    start: Side,
    plan: LeadPlan,
    resumed: ResumePoint | null,
  ): void {
    const from = halfMillisToMillis(this.at);
    const cycles = cyclesToLead(passage, start, this.conventions, plan.changes);
    const perRound = cyclesPerRound(this.conventions);
    const firstCycle =
      resumed?.kind === 'cycle' ? resumed.cycle : resumed?.kind === 'closing' ? cycles + 1 : 1;
    const sideOf = (cycle: number): Side => (cycle % 2 === 1 ? start : otherSide(start));
    const countsOfCycle = (cycle: number): PhaseCounts =>
      countsOf(numbersInForce(passage, cycle, plan.changes));

    // The emptying exhale keeps the counts of the round before, so that an easing made during it changes nothing past.
    if (firstCycle <= cycles)
      this.writeOpening(index, passage, sideOf(firstCycle), countsOfCycle(firstCycle - 1));
    const roundsFrom = halfMillisToMillis(this.at);
    for (let cycle = firstCycle; cycle <= cycles; cycle++) {
      const stretch: Stretch = {
        passage: index,
        section: 'rounds',
        round: Math.ceil(cycle / perRound),
        cycle,
      };
      this.writeCycle(stretch, countsOfCycle(cycle), passage.pace, sideOf(cycle));
    }
    const roundsTo = halfMillisToMillis(this.at);
    const closing: Stretch = { passage: index, section: 'closing', round: null, cycle: null };
    this.writeUncounted(closing, 'closing', secondsToMillis(passage.closing) * 2, false);
    this.spans.push({
      id: passage.id,
      technique: passage.technique,
      from,
      to: halfMillisToMillis(this.at),
      rounds: {
        from: roundsFrom,
        to: roundsTo,
        startsOn: start,
        pace: passage.pace,
        cycles,
        cyclesPerRound: perRound,
      },
    });
  }

  private writeOpening(index: number, passage: CountedPassage, side: Side, phaseCounts: PhaseCounts): void {
    const stretch: Stretch = { passage: index, section: 'opening', round: null, cycle: null };
    this.writeUncounted(stretch, 'handUp', secondsToMillis(passage.handUp) * 2, true);
    switch (this.conventions.begins) {
      case 'empty-through-start':
        return this.write(stretch, 'exhale', side, phaseCounts.exhale, passage.pace);
      case 'out-through-both':
        return this.write(stretch, 'exhale', 'both', phaseCounts.exhale, passage.pace);
      case 'free-breath': {
        const length = countsToHalfMillis((phaseCounts.inhale + phaseCounts.exhale) as Counts, passage.pace);
        return this.writeUncounted(stretch, 'freeBreath', length, true);
      }
    }
  }

  private writeCycle(stretch: Stretch, phaseCounts: PhaseCounts, pace: Pace, side: Side): void {
    for (const kind of PHASE_KINDS) {
      if (phaseCounts[kind] > 0) this.write(stretch, kind, phaseAirway(kind, side), phaseCounts[kind], pace);
    }
  }

  private write(stretch: Stretch, kind: EventKind, airway: Airway, length: Counts, pace: Pace): void {
    const ticks: Millis[] = [];
    for (let count = 0; count < length; count++) ticks.push(halfMillisToMillis(this.at + count * 2 * pace));
    this.push(stretch, kind, airway, length, countsToHalfMillis(length, pace), ticks, this.hands[airway]);
  }

  private writeUncounted(stretch: Stretch, kind: EventKind, halfMillis: number, handUp: boolean): void {
    if (halfMillis > 0)
      this.push(stretch, kind, 'both', null, halfMillis, [], handUp ? this.hands.both : null);
  }

  private push(
    stretch: Stretch,
    kind: EventKind,
    airway: Airway,
    length: Counts | null,
    halfMillis: number,
    ticks: readonly Millis[],
    hand: HandAtNose | null,
  ): void {
    const from = halfMillisToMillis(this.at);
    this.at += halfMillis;
    const cue = this.cue(kind, airway, length, hand);
    this.previousHand = hand;
    this.events.push({
      index: this.events.length,
      from,
      to: halfMillisToMillis(this.at),
      ...stretch,
      kind,
      airway,
      counts: length,
      ticks,
      hand,
      cue,
    });
  }

  /** Cues repeat from round to round: each is made once. */
  private cue(kind: EventKind, airway: Airway, length: Counts | null, hand: HandAtNose | null): Cue {
    const before = this.previousHand;
    const key = `${kind} ${airway} ${length} ${before?.left} ${before?.right}`;
    let cue = this.cues.get(key);
    if (!cue) {
      cue = cueFor(kind, airway, length, before, hand);
      this.cues.set(key, cue);
    }
    return cue;
  }
}
