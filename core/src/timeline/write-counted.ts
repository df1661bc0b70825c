import { PHASE_KINDS, type PhaseCounts, type PhaseKind } from '../ratio/index.js';
import {
  cyclesInOwnRound,
  cyclesAtMost,
  cyclesPerRound,
  cyclesThatEndRight,
  halfMillisOf,
  lockMargin,
  leastLockedHold,
  lockOrder,
  ownRoundOf,
  ownWordsIn,
  partsTaught,
  planCycle,
  raisedHand,
  startingSide,
  type CountedPassage,
  type CyclePhase,
  type OwnWords,
  type Side,
} from '../session/index.js';
import { longestHoldOf } from '../policy/index.js';
import type { Goal, HoldKind } from '../technique/index.js';
import { counts, countsToHalfMillis, millis, secondsToMillis, seconds, type Millis } from '../units/index.js';
import { askedInPhase, askedOfTheHand, inOwnWords } from './asked.js';
import { countsInForce, cyclesToLead, endedAfter, longerBy } from './changes.js';
import {
  sidesOf,
  type CycleSides,
  type EventSpec,
  type HoldLocks,
  type ScoreWriter,
  type Stretch,
} from './score-writer.js';
import type { Airway, Counting, OpenStretch, OwnPace, ResumePoint } from './timeline.js';
import { writeGetReady } from './write-get-ready.js';
import { writeTaught } from './write-teaching.js';

/** Rounds after which counts are no longer called, where the convention says so. */
const ROUNDS_COUNTED = 3;

/** Writes a counted passage: hand up and emptying, the rounds, minutes at one's own pace, hand down. */
export function writeCounted(
  score: ScoreWriter,
  index: number,
  passage: CountedPassage,
  goal: Goal,
  resumed: ResumePoint | null,
): void {
  new CountedWriter(score, index, passage, goal).write(resumed);
}

class CountedWriter {
  private readonly raised: 'nose' | 'ears' | null;
  private readonly start: Side;
  private readonly cycles: number;
  private readonly perRound: 1 | 2;
  /** A half round that a convention adds counts as one of its own. */
  private readonly rounds: number;
  /** The counts of every cycle where nothing changes them. */
  private readonly everywhere: PhaseCounts | null;
  private readonly specs = new Map<string | number, readonly EventSpec[]>();

  constructor(
    private readonly score: ScoreWriter,
    private readonly index: number,
    private readonly passage: CountedPassage,
    goal: Goal,
  ) {
    const { conventions, plan } = score;
    this.raised = raisedHand(passage);
    this.start = startingSide(passage, goal, conventions);
    this.cycles = cyclesToLead(passage, this.start, conventions, plan.changes, plan.open);
    this.perRound = cyclesPerRound(passage, conventions);
    this.rounds = Math.ceil(this.cycles / this.perRound);
    const changes = passage.ramps.length > 0 || plan.changes.some(({ kind }) => kind === 'ease');
    this.everywhere = changes ? null : countsInForce(passage, 1, conventions, []);
  }

  write(resumed: ResumePoint | null): void {
    writeTaught(this.score, this.index, this.passage, resumed, {
      shown: () => this.writeTaughtRounds('demonstrate', this.passage.teaching?.demonstrate ?? 0),
      tried: () => {
        this.writeOpening(1, 'trial');
        this.writeTaughtRounds('trial', this.passage.teaching?.trial ?? 0);
      },
      itself: () => this.writeItself(resumed),
    });
    this.endPassage();
  }

  private roundsSpan: { readonly from: Millis; readonly to: Millis } | null = null;

  private endPassage(): void {
    const { score, passage, cycles } = this;
    const now = score.now();
    score.endPassage({
      id: passage.id,
      technique: passage.technique,
      seat: passage.seat,
      rounds: {
        ...(this.roundsSpan ?? { from: now, to: now }),
        startsOn: passage.route === 'both' ? 'both' : this.start,
        pace: passage.pace,
        cycles,
        fewest: Math.min(this.endingRight(passage.cycles), cycles),
        most: Math.max(this.endingRight(cyclesAtMost(passage)), cycles),
        cyclesPerRound: this.perRound,
        turns: null,
      },
      longestHold: seconds(longestHoldOf(passage, score.conventions)),
      raised: this.raised,
    });
  }

  private endingRight(cycles: number): number {
    return cyclesThatEndRight(this.passage, cycles, this.start, this.score.conventions);
  }

  private writeItself(resumed: ResumePoint | null): void {
    const { score, passage, cycles } = this;
    const fromStart = resumed === null || resumed.kind === 'part';
    const first = resumed?.kind === 'cycle' ? resumed.cycle : fromStart ? 1 : cycles + 1;
    // The emptying exhale keeps the counts of the round before, so that an easing made during it changes nothing past.
    // After a trial the hand is up already, and the breath is out.
    const tried = fromStart && partsTaught(passage.teaching).includes('trial');
    if (tried) writeGetReady(score, this.stretch('opening'), passage);
    else if (resumed?.kind === 'cycle' && resumed.with) this.writeBreathIn(first);
    else if (fromStart || resumed.kind === 'cycle') this.writeOpening(first);
    const roundsFrom = score.now();
    for (let cycle = first; cycle <= cycles; cycle++)
      this.writeCycle(cycle, resumed?.kind === 'cycle' && cycle === first ? resumed.with : undefined);
    this.roundsSpan = { from: roundsFrom, to: score.now() };
    if (resumed?.kind !== 'closing') this.writeOwnPace(resumed);
    if (this.raised) {
      const halfMillis = secondsToMillis(passage.closing) * 2;
      score.write(this.stretch('closing'), { kind: 'closing', halfMillis });
    }
  }

  /** Rounds that are shown or tried: as the first ones, with nothing that waits for a tap, and not numbered. */
  private writeTaughtRounds(part: 'demonstrate' | 'trial', rounds: number): void {
    const { score, passage } = this;
    const phaseCounts = countsInForce(passage, 1, score.conventions, []);
    const stretch = this.stretch(part);
    for (let cycle = 1; cycle <= rounds * this.perRound; cycle++) {
      // Each as the first round: what begins later has not begun.
      const first = ((cycle - 1) % cyclesInOwnRound(passage)) + 1;
      const specs = this.specsOf(first, phaseCounts);
      for (const spec of specs) score.write(stretch, spec.open ? { ...spec, ...unopened(spec.open) } : spec);
    }
  }

  private stretch(section: Stretch['section'], cycle: number | null = null): Stretch {
    const round = cycle === null ? null : Math.ceil(cycle / this.perRound);
    return {
      passage: this.index,
      section,
      round,
      cycle,
      raised: this.raised,
      counting: this.counting(cycle),
      lastRound: round !== null && this.passage.ownPace === 0 && round === this.rounds,
    };
  }

  private counting(cycle: number | null): Counting {
    const { counting } = this.score.conventions;
    if (counting !== 'silent-later') return counting;
    return cycle !== null && ownRoundOf(this.passage, cycle) > ROUNDS_COUNTED ? 'silent' : 'up';
  }

  /** The hand goes up, and a count down to the beginning. */
  private writeReady(stretch: Stretch): void {
    const { score, passage } = this;
    if (this.raised) {
      const asked = askedOfTheHand(passage, score.hand, score.conventions);
      score.write(stretch, { kind: 'handUp', halfMillis: secondsToMillis(passage.handUp) * 2, asked });
    }
    writeGetReady(score, stretch, passage);
  }

  /** Before an exhale with which a cycle is taken up again: the breath in, as long as it is, and not counted as one. */
  private writeBreathIn(cycle: number): void {
    const { score, passage } = this;
    const stretch = this.stretch('opening');
    this.writeReady(stretch);
    const length = this.countsOf(cycle).inhale;
    score.write(stretch, {
      kind: 'inhale',
      ...this.way(sidesOf(passage.route, this.start, cycle).inhale, passage.inhaleThrough),
      counts: length,
      pace: passage.pace,
      halfMillis: countsToHalfMillis(length, passage.pace),
    });
  }

  private writeOpening(first: number, section: 'opening' | 'trial' = 'opening'): void {
    const { score, passage } = this;
    const stretch = this.stretch(section);
    this.writeReady(stretch);
    if (this.raised !== 'nose') return;
    const phaseCounts = this.countsOf(first - 1);
    const exhale = (airway: Airway): EventSpec => ({
      kind: 'exhale',
      airway,
      counts: phaseCounts.exhale,
      pace: passage.pace,
      halfMillis: countsToHalfMillis(phaseCounts.exhale, passage.pace),
    });
    switch (score.conventions.begins) {
      case 'empty-through-start':
        return score.write(stretch, exhale(sidesOf(passage.route, this.start, first).inhale));
      case 'out-through-both':
        return score.write(stretch, exhale('both'));
      case 'free-breath': {
        const length = counts(phaseCounts.inhale + phaseCounts.exhale);
        return score.write(stretch, {
          kind: 'freeBreath',
          halfMillis: countsToHalfMillis(length, passage.pace),
        });
      }
      case 'at-once':
        return;
    }
  }

  private countsOf(cycle: number) {
    const { conventions, plan } = this.score;
    if (this.everywhere) return this.everywhere;
    return countsInForce(this.passage, Math.max(1, cycle), conventions, plan.changes, cycle);
  }

  private writeCycle(cycle: number, begins?: 'exhale'): void {
    const { score } = this;
    const stretch = this.stretch('rounds', cycle);
    const whole = this.specsOf(cycle, this.countsOf(cycle));
    const specs = begins ? whole.slice(whole.findIndex(({ kind }) => kind === begins)) : whole;
    const words = this.ownWords(cycle);
    const said = new Set<PhaseKind | null>();
    for (const spec of specs) {
      // As the round begins, or with the first phase of its kind.
      const here = words.filter(({ phase }) => !said.has(phase) && (phase === null || phase === spec.kind));
      for (const { phase } of here) said.add(phase);
      const own = here.map(({ text }) => inOwnWords(text, 'later'));
      score.write(own.length > 0 ? { ...stretch, words: own } : stretch, spec);
    }
  }

  /** Cycles repeat, and making one costs more than writing it: each is made once. An open hold differs by its tap. */
  private specsOf(cycle: number, phaseCounts: PhaseCounts): readonly EventSpec[] {
    const { passage, score } = this;
    const key = passage.openHold
      ? cycle
      : `${PHASE_KINDS.map((kind) => phaseCounts[kind]).join()} ${cycle % 2} ${this.locked(cycle)}`;
    let specs = this.specs.get(key);
    if (!specs) {
      const sides = sidesOf(passage.route, this.start, cycle);
      const phases = planCycle(passage, phaseCounts, score.conventions, ownRoundOf(passage, cycle));
      const held = phases.some(({ kind }) => kind === 'internalHold' || kind === 'externalHold');
      specs = phases.map((phase) => this.spec(phase, sides, cycle, held));
      this.specs.set(key, specs);
    }
    return specs;
  }

  /** Own words that belong to the round that begins with a cycle. */
  private ownWords(cycle: number): readonly OwnWords[] {
    return (cycle - 1) % this.perRound === 0
      ? ownWordsIn(this.passage, Math.ceil(cycle / this.perRound))
      : [];
  }

  private locked(cycle: number): boolean {
    return ownRoundOf(this.passage, cycle) >= this.passage.locks.fromRound;
  }

  private spec(phase: CyclePhase, sides: CycleSides, cycle: number, held: boolean): EventSpec {
    const { passage } = this;
    const base = {
      kind: phase.kind,
      counts: phase.counts,
      pace: passage.pace,
      halfMillis: phase.halfMillis,
      part: phase.part,
      asked: askedInPhase(passage, phase.kind, held, this.hums),
    };
    switch (phase.kind) {
      case 'inhale':
        return {
          ...base,
          ...this.way(sides.inhale, passage.inhaleThrough),
          throat: passage.modifiers.throatSound,
          hum: this.hums === 'both',
        };
      case 'exhale':
        return {
          ...base,
          ...this.way(sides.exhale, passage.exhaleThrough),
          throat: passage.modifiers.throatSound,
          hum: this.hums !== 'none',
        };
      case 'internalHold':
      case 'externalHold':
        return { ...base, airway: 'closed', ...this.holdSpec(phase.kind, phase, cycle) };
      case 'pause':
      case 'turning':
        return { ...base, airway: 'closed' };
      case 'letGo':
        return base;
    }
  }

  private get hums(): 'none' | 'exhale' | 'both' {
    const { hum } = this.passage.modifiers;
    return hum === 'convention' ? this.score.conventions.hum : hum;
  }

  private way(side: Airway, through: CountedPassage['inhaleThrough']): Pick<EventSpec, 'airway' | 'mouth'> {
    return through === 'nose' ? { airway: side, mouth: null } : { airway: 'mouth', mouth: through };
  }

  /** Locks where the hold is long enough for them, and an open hold with the length that is planned or was tapped. */
  private holdSpec(kind: HoldKind, phase: CyclePhase, cycle: number): Partial<EventSpec> {
    const { passage, score } = this;
    const margin = lockMargin(passage.pace);
    const marginHalfMillis = countsToHalfMillis(margin, passage.pace);
    const wanted = this.locked(cycle) ? passage.locks[kind] : [];
    const lockedFrom = leastLockedHold(passage.pace) * 2000;
    const locksFor = (halfMillis: number): HoldLocks | null =>
      wanted.length > 0 && halfMillis >= lockedFrom
        ? { order: lockOrder(wanted, score.conventions.lockOrder), margin, marginHalfMillis }
        : null;
    if (!phase.open) return { locks: locksFor(phase.halfMillis) };
    const cap = secondsToMillis(phase.open.cap);
    const open: OpenStretch = { expected: secondsToMillis(phase.open.expected), least: millis(0), cap };
    const tapped = endedAfter(passage.id, cycle, kind, score.plan.changes);
    if (tapped === null) {
      const halfMillis = (score.plan.open === 'cap' ? cap : open.expected) * 2;
      // A hold that is expected to be too short for them has none: they would be released before they are set.
      return { open, halfMillis, locks: locksFor(halfMillis) };
    }
    // The tap calls the release, and the breath moves a margin later; a tap before the locks are set lets them be.
    const locked = wanted.length > 0 && tapped * 2 > marginHalfMillis && cap * 2 >= lockedFrom;
    const halfMillis = Math.max(1, Math.min(cap * 2, tapped * 2 + (locked ? marginHalfMillis : 0)));
    return { open, halfMillis, locks: locked ? locksFor(cap * 2) : null };
  }

  /** Without counting: the pattern and its sides go on from the last counted breath, to the end of a round. */
  private writeOwnPace(resumed: ResumePoint | null): void {
    const { passage, cycles, score } = this;
    // With nothing counted before it, it goes as it is written, and ends as a round would.
    const last = Math.max(cycles, this.endingRight(1));
    const written = resumed?.kind === 'rest' ? resumed.remaining : secondsToMillis(passage.ownPace);
    const remaining = written <= 0 ? 0 : written + longerBy(passage.id, score.plan.changes);
    if (remaining <= 0) return;
    const perRound = cyclesInOwnRound(passage);
    const sides = Array.from({ length: perRound }, (_, index) =>
      sidesOf(passage.route, this.start, cycles + 1 + index),
    );
    const pattern = {
      alone: cycles === 0,
      breaths: sides.flatMap(({ inhale, exhale }) => [
        { kind: 'inhale' as const, airway: inhale },
        { kind: 'exhale' as const, airway: exhale },
      ]),
      endsOn: sidesOf(passage.route, this.start, last).exhale,
    };
    const round = perRound * (halfMillisOf(planCycle(passage, this.countsOf(last), score.conventions)) / 2);
    const tapped = endedAfter(passage.id, 0, 'ownPace', score.plan.changes);
    const stages = ownPaceStages(remaining, round);
    for (const { stage, length } of tapped === null ? stages : endedEarly(stages, tapped, round))
      score.write(
        { ...this.stretch('own-pace'), lastRound: stage === 'last-round' },
        {
          kind: 'ownPace',
          airway: passage.route === 'one-sided' ? this.start : 'both',
          halfMillis: length * 2,
          ownPace: { stage, ...pattern },
        },
      );
  }
}

/** An open hold where nobody taps: as long as it is expected. */
const unopened = ({ expected }: OpenStretch): Pick<EventSpec, 'open' | 'halfMillis'> => ({
  open: null,
  halfMillis: expected * 2,
});

/** In milliseconds: a last minute is said, unless there was hardly more than that, or it would fall into the last round. */
const LAST_MINUTE = { of: 60_000, notBefore: 90_000 } as const;

interface OwnPaceStage {
  readonly stage: OwnPace['stage'];
  readonly length: number;
}

/** Stages up to a tap, and then a last round of so many milliseconds. */
function endedEarly(stages: readonly OwnPaceStage[], tapped: number, round: number): readonly OwnPaceStage[] {
  const kept: OwnPaceStage[] = [];
  let from = 0;
  for (const { stage, length } of stages) {
    if (stage !== 'last-round' && from < tapped)
      kept.push({ stage, length: Math.min(length, tapped - from) });
    from += length;
  }
  return [...kept, { stage: 'last-round', length: Math.round(round) }];
}

/** What is left at one's own pace, in milliseconds: on and on, the last minute, and about as long as a round has been. */
function ownPaceStages(remaining: number, round: number): readonly OwnPaceStage[] {
  const last = Math.min(remaining, Math.round(round));
  const minute = remaining >= LAST_MINUTE.notBefore && last < LAST_MINUTE.of ? LAST_MINUTE.of - last : 0;
  return [
    { stage: 'going' as const, length: remaining - minute - last },
    { stage: 'last-minute' as const, length: minute },
    { stage: 'last-round' as const, length: last },
  ].filter(({ length }) => length > 0);
}
