import { inject, Injectable } from '@angular/core';
import {
  cyclesInOwnRound,
  describeDosage,
  editPassage,
  eventIndexFrom,
  ownRoundOf,
  phaseGesture,
  PHASE_KINDS,
  PHASE_LABELS,
  PHASE_NAMES,
  phaseStops,
  roundFlags,
  otherSide,
  startingSide,
  unmeasuredGroup,
  withFlagAt,
  withLength,
  withPhaseInCycle,
  type CountedPassage,
  type PhaseKind,
  type PhaseScope,
  type PhaseStop,
  type Passage,
  type PlacedFlag,
  type RoundFlag,
  type TimelineEvent,
} from '@nuvrah/core';
import type { PhaseAction, PhaseDrawing, ScoreEditing, ScoreFlag } from '../../shared/score/score-editing';
import { benchWords } from '../../words/bench-words';
import { BenchReview } from './bench-review';
import { PhaseActions } from './phase-actions';
import { SessionDraft } from './session-draft';
import { SessionEdits } from './session-edits';

const phaseOf = (event: TimelineEvent): PhaseKind | null =>
  PHASE_KINDS.find((phase) => phase === event.kind) ?? null;

/** What the score is drawn to, as edits of the session: each gesture is one step that can be undone. */
@Injectable()
export class ScoreEdits implements ScoreEditing {
  private readonly words = benchWords.scoreEdits;
  private readonly draft = inject(SessionDraft);
  private readonly review = inject(BenchReview);
  private readonly edits = inject(SessionEdits);
  private readonly phaseActions = inject(PhaseActions);

  drawing(event: TimelineEvent): PhaseDrawing | null {
    const [passage, phase] = [this.countedAt(event.passage), phaseOf(event)];
    if (!passage || !phase || event.cycle === null) return null;
    const gesture = phaseGesture(passage, phase, event.cycle, this.review.conventions());
    if (!gesture) return null;
    const stops = gesture.scope.kind === 'step' ? [] : this.stopsOf(phase, passage);
    const { counts, by, scope } = gesture;
    return { counts, by, pace: passage.pace, stops, scope: this.sayScope(scope) };
  }

  drawPhase(event: TimelineEvent, counts: number): void {
    const [passage, phase, { cycle }] = [this.countedAt(event.passage), phaseOf(event), event];
    if (!passage || !phase || cycle === null) return;
    const rules = this.review.conventions();
    this.edit(passage.id, `score ${phase} ${cycle}`, (now) =>
      now.kind === 'counted' ? withPhaseInCycle(now, phase, cycle, counts, rules) : now,
    );
  }

  dropHold(event: TimelineEvent): void {
    this.phaseActions.dropHold(event);
  }

  drawLength(index: number, length: number): void {
    const passage = this.passageAt(index);
    const span = this.review.timeline()?.passages[index];
    if (!passage || span?.id !== passage.id) return;
    const next = withLength(passage, span, length, this.startOf(passage), this.review.conventions());
    if (this.dosage(next) === this.dosage(passage)) return;
    this.edit(passage.id, 'score length', () => next);
  }

  dosageOf(index: number): string {
    const passage = this.passageAt(index);
    return passage ? this.dosage(passage) : '';
  }

  flags(): readonly ScoreFlag[] {
    const passage = this.edits.passage();
    if (passage?.kind !== 'counted') return [];
    return roundFlags(passage).flatMap((placed) => {
      const at = this.beginOfRound(placed.round, passage);
      return at === null
        ? []
        : [{ flag: placed.flag, key: JSON.stringify(placed.flag), at, ...this.sayFlag(placed, passage) }];
    });
  }

  moveFlag(flag: RoundFlag, at: number): void {
    const [passage, timeline] = [this.edits.passage(), this.review.timeline()];
    if (passage?.kind !== 'counted' || !timeline) return;
    const event = timeline.events[eventIndexFrom(timeline, Math.max(0, at))];
    if (event?.passage !== this.edits.index() || event.cycle === null) return;
    const round = ownRoundOf(passage, event.cycle);
    this.edit(passage.id, 'score flag', (now) =>
      now.kind === 'counted' ? withFlagAt(now, flag, round) : now,
    );
  }

  side(): string | null {
    const passage = this.edits.passage();
    const free =
      passage?.kind === 'counted' && (passage.route === 'alternating' || passage.route === 'one-sided');
    return free ? this.words.sides[this.edits.start()] : null;
  }

  swapSide(): void {
    const passage = this.edits.passage();
    if (passage?.kind !== 'counted' || this.side() === null) return;
    const startsOn = otherSide(this.edits.start());
    this.edits.setPassage({ passage: { ...passage, startsOn }, name: 'side' });
    this.gestureEnded();
  }

  actions(event: TimelineEvent): readonly PhaseAction[] {
    return this.phaseActions.of(event);
  }

  gestureBegan(): void {
    this.review.setDrawing(true);
    this.draft.beginDrawing();
  }

  gestureEnded(): void {
    this.review.setDrawing(false);
    this.draft.endDrawing();
  }

  private edit(id: string, name: string, change: (passage: Passage) => Passage): void {
    this.draft.edit((session) => editPassage(session, id, change), `${name} ${id}`);
  }

  private passageAt(index: number): Passage | null {
    return this.draft.session()?.passages[index] ?? null;
  }

  private countedAt(index: number): CountedPassage | null {
    const passage = this.passageAt(index);
    return passage?.kind === 'counted' ? passage : null;
  }

  private startOf(passage: Passage): 'left' | 'right' {
    const goal = this.draft.session()?.goal ?? 'calm';
    return passage.kind === 'counted' ? startingSide(passage, goal, this.review.conventions()) : 'left';
  }

  /** Of nobody in particular nothing is known, and nothing holds an edge. */
  private stopsOf(phase: PhaseKind, { pace }: CountedPassage): readonly PhaseStop[] {
    const screened = this.review.screened();
    return screened ? phaseStops(phase, screened.capacity[phase], unmeasuredGroup(screened), pace) : [];
  }

  private beginOfRound(round: number, passage: CountedPassage): number | null {
    const cycle = (round - 1) * cyclesInOwnRound(passage) + 1;
    const index = this.edits.index();
    const event = this.review.timeline()?.events.find((one) => one.passage === index && one.cycle === cycle);
    return event?.from ?? null;
  }

  private dosage(passage: Passage): string {
    return describeDosage(passage, this.startOf(passage), this.review.conventions());
  }

  private sayScope(scope: PhaseScope): string {
    switch (scope.kind) {
      case 'every-round':
        return this.words.everyRound;
      case 'start':
        return this.words.start(scope.until);
      case 'step':
        return this.words.step;
      case 'limit':
        return this.words.limit(scope.from);
    }
  }

  private sayFlag({ flag, round }: PlacedFlag, passage: CountedPassage): { sign: string; said: string } {
    const ramp = flag.kind === 'step' || flag.kind === 'hold' ? passage.ramps[flag.ramp] : null;
    const name = !ramp ? '' : ramp.of === 'base' ? this.words.base : PHASE_NAMES[ramp.of];
    switch (flag.kind) {
      case 'locks':
        return { sign: this.words.signs.locks, said: this.words.locksFrom(round) };
      case 'open-hold':
        return { sign: this.words.signs.open, said: this.words.openFrom(round) };
      case 'hold':
        return { sign: this.words.signs.hold, said: this.words.holdFrom(name, round) };
      case 'step': {
        const by = ramp?.kind === 'step' ? ramp.by : 0;
        const label = !ramp || ramp.of === 'base' ? this.words.base : PHASE_LABELS[ramp.of];
        const sign = `${by < 0 ? '−' : '+'}${label}`;
        const every = ramp?.kind === 'step' ? ramp.every : round - 1;
        return { sign, said: this.words.stepsEvery(name, every, round) };
      }
    }
  }
}
