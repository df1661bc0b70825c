import { inject, Injectable } from '@angular/core';
import {
  checkLocks,
  counts,
  countsAtLimit,
  countsOf,
  countsToSeconds,
  holdsAllowedBy,
  HOLD_KINDS,
  LOCK_IDS,
  LOCKS,
  techniqueOf,
  withFittedParts,
  withHoldsUpTo,
  withPhaseCounts,
  type CountedPassage,
  type CountedPattern,
  type HoldKind,
  type LockId,
  type Passage,
  type TimelineEvent,
} from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { Variants } from '../../api/variants';
import type { PhaseAction } from '../../shared/score/score-editing';
import { benchWords } from '../../words/bench-words';
import { BenchReview } from './bench-review';
import { FIRST_OPEN_HOLD } from './hold-form';
import { SessionDraft } from './session-draft';
import { SessionEdits } from './session-edits';

/** Counts that a hold that is put in begins with: no longer than a turning pause at the usual pace. */
const FIRST_HOLD = counts(2);

/** What can be done with a phase besides giving it another length. */
@Injectable()
export class PhaseActions {
  private readonly words = benchWords.phaseActions;
  private readonly account = inject(AccountStore);
  private readonly draft = inject(SessionDraft);
  private readonly edits = inject(SessionEdits);
  private readonly review = inject(BenchReview);
  private readonly variants = inject(Variants);

  of({ passage: index, kind }: TimelineEvent): readonly PhaseAction[] {
    const passage = this.draft.session()?.passages[index];
    if (passage?.kind !== 'counted') return [];
    const entry = this.variants.techniqueOf(passage.variant) ?? techniqueOf(passage.technique);
    const pattern = entry.pattern as CountedPattern;
    const hold = HOLD_KINDS.find((one) => one === kind) ?? null;
    return [
      ...(hold ? this.ofHold(passage, pattern, hold) : this.holdsToAdd(passage, pattern)),
      ...this.ofBreath(passage, pattern),
    ];
  }

  dropHold({ passage: index, kind }: TimelineEvent): void {
    const passage = this.draft.session()?.passages[index];
    const hold = HOLD_KINDS.find((one) => one === kind);
    if (passage && hold) this.drop(passage, hold);
  }

  private drop(passage: Passage, hold: HoldKind): void {
    this.set(withHoldsUpTo(passage, [hold], 0), hold);
  }

  private holdsToAdd(passage: CountedPassage, pattern: CountedPattern): readonly PhaseAction[] {
    const now = countsOf(passage);
    return holdsAllowedBy(pattern)
      .filter((hold) => now[hold] === 0 && passage.openHold?.phase !== hold)
      .map((hold) => ({
        label: this.words.add[hold],
        on: null,
        run: () => this.set(withFittedParts(withPhaseCounts(passage, hold, FIRST_HOLD)), hold),
      }));
  }

  private ofHold(passage: CountedPassage, pattern: CountedPattern, hold: HoldKind): readonly PhaseAction[] {
    const { naming } = this.account.required();
    const open = passage.openHold?.phase === hold;
    const length = open
      ? passage.openHold.cap
      : countsToSeconds(countsAtLimit(passage, this.review.conventions())[hold], passage.pace);
    const locks = LOCK_IDS.filter(
      (lock) =>
        passage.locks[hold].includes(lock) ||
        (pattern.locks[hold].includes(lock) && checkLocks(hold, [lock], length, passage.pace).ok),
    );
    return [
      ...locks.map((lock) => ({
        label: LOCKS[lock].names[naming],
        on: passage.locks[hold].includes(lock),
        run: () => this.toggleLock(passage, hold, lock),
      })),
      {
        label: this.words.open,
        on: open,
        run: () =>
          this.set({ ...passage, openHold: open ? null : { phase: hold, ...FIRST_OPEN_HOLD } }, 'open hold'),
      },
      { label: this.words.drop, on: null, run: () => this.drop(passage, hold) },
    ];
  }

  private toggleLock(passage: CountedPassage, hold: HoldKind, lock: LockId): void {
    const { locks } = passage;
    const now = locks[hold].includes(lock)
      ? locks[hold].filter((one) => one !== lock)
      : [...locks[hold], lock];
    this.set({ ...passage, locks: { ...locks, [hold]: now } }, `lock ${hold} ${lock}`);
  }

  private ofBreath(passage: CountedPassage, { modifierChoices }: CountedPattern): readonly PhaseAction[] {
    const { modifiers } = passage;
    return [
      ...(modifierChoices.throatSound === 'optional'
        ? [
            {
              label: this.words.throatSound,
              on: modifiers.throatSound,
              run: () =>
                this.set(
                  { ...passage, modifiers: { ...modifiers, throatSound: !modifiers.throatSound } },
                  'throat',
                ),
            },
          ]
        : []),
      ...(modifierChoices.hum === 'always'
        ? [
            {
              label: this.words.humOnBoth,
              on: modifiers.hum === 'both',
              run: () =>
                this.set(
                  {
                    ...passage,
                    modifiers: { ...modifiers, hum: modifiers.hum === 'both' ? 'exhale' : 'both' },
                  },
                  'hum',
                ),
            },
          ]
        : []),
    ];
  }

  private set(passage: Passage, name: string): void {
    this.edits.setPassage({ passage, name });
    this.draft.endStep();
  }
}
