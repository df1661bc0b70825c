import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import {
  checkLocks,
  countsAtLimit,
  countsToSeconds,
  describeLockRefusal,
  HOLD_KINDS,
  holdsAllowedBy,
  LOCK_IDS,
  openFrom,
  LOCKS,
  PHASE_NAMES,
  seconds,
  techniqueOf,
  type Conventions,
  type CountedPassage,
  type CountedPattern,
  type HoldKind,
  type LockId,
  type Seconds,
} from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { NumberField } from '../../ui/number-field';
import { secondsForm, wholeForm } from '../../ui/number-forms';
import type { PassageEdit } from './session-edits';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { benchWords } from '../../words/bench-words';

const LONGEST = 120;
/** What an open hold begins with. */
export const FIRST_OPEN_HOLD = { expected: seconds(6), cap: seconds(10) } as const;

/** Open holds, and the locks in each hold with the reason where one cannot be set. */
@Component({
  selector: 'nv-hold-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatCheckboxModule, NumberField],
  template: `
    @for (hold of holds(); track hold.kind) {
      <fieldset>
        <legend>{{ hold.name }}</legend>
        <mat-checkbox [checked]="hold.open !== null" (change)="toggleOpen(hold.kind)">
          {{ words.asLongAsIt }}
        </mat-checkbox>
        @if (hold.open; as open) {
          <div class="fields">
            <div class="labelled">
              <span>{{ words.expectedS }}</span>
              <nv-number-field
                [label]="words.expectedLengthOfThe"
                [unit]="words.seconds"
                [value]="open.expected"
                [form]="openForm"
                [min]="1"
                [max]="open.cap"
                [width]="3"
                (valueChange)="setOpen(hold.kind, $event, open.cap)"
              />
            </div>
            <div class="labelled">
              <span>{{ words.atMostS }}</span>
              <nv-number-field
                [label]="words.capOfTheOpen"
                [unit]="words.seconds"
                [value]="open.cap"
                [form]="openForm"
                [min]="open.expected"
                [max]="longest"
                [width]="3"
                (valueChange)="setOpen(hold.kind, open.expected, $event)"
              />
            </div>
            <div class="labelled">
              <span>{{ words.openFromRound }}</span>
              <nv-number-field
                [label]="words.openFromRound"
                [value]="open.fromRound ?? 1"
                [form]="roundForm"
                [min]="1"
                [max]="500"
                [width]="3"
                (valueChange)="setOpenFrom($event)"
              />
            </div>
          </div>
        }
        @if (hold.refusal) {
          <p class="soft">{{ hold.refusal }}</p>
        }
        @for (lock of hold.locks; track lock.id) {
          <div class="check">
            <mat-checkbox
              [checked]="lock.set"
              [disabled]="lock.refusal !== null && !lock.set"
              (change)="toggleLock(hold.kind, lock.id)"
            >
              {{ lock.name }}
            </mat-checkbox>
            @if (lock.refusal && !hold.refusal) {
              <span class="soft">{{ lock.refusal }}</span>
            }
          </div>
        }
      </fieldset>
    }
    @if (locked()) {
      <div class="labelled">
        <span>{{ words.locksFromRound }}</span>
        <nv-number-field
          [label]="words.locksFromRound"
          [value]="passage().locks.fromRound"
          [form]="roundForm"
          [min]="1"
          [max]="500"
          [width]="3"
          (valueChange)="setFromRound($event)"
        />
      </div>
    }
  `,
  styleUrl: '../../ui/fields.scss',
})
export class HoldForm {
  protected readonly words = benchWords.holdForm;
  readonly passage = input.required<CountedPassage>();
  readonly conventions = input.required<Conventions>();
  readonly edit = output<PassageEdit>();

  private readonly account = inject(AccountStore);
  protected readonly openForm = secondsForm(1, LONGEST);
  protected readonly roundForm = wholeForm(1, 500, 'rounds');
  protected readonly longest = LONGEST;

  private readonly pattern = computed(() => techniqueOf(this.passage().technique).pattern as CountedPattern);
  protected readonly locked = computed(() =>
    HOLD_KINDS.some((kind) => this.passage().locks[kind].length > 0),
  );

  protected readonly holds = computed(() => {
    return holdsAllowedBy(this.pattern()).map((kind) => ({
      kind,
      name: PHASE_NAMES[kind],
      open: this.passage().openHold?.phase === kind ? this.passage().openHold : null,
      ...this.locksIn(kind),
    }));
  });

  /** One reason that holds for every lock is said once. */
  private locksIn(kind: HoldKind) {
    const locks = this.locksOf(kind);
    const [first, ...others] = locks.map(({ refusal }) => refusal);
    return { locks, refusal: first && others.every((refusal) => refusal === first) ? first : null };
  }

  private locksOf(kind: HoldKind) {
    const { naming } = this.account.required();
    const { locks, pace } = this.passage();
    const length = this.lengthOf(kind);
    return LOCK_IDS.map((id) => {
      const checked = checkLocks(kind, [id], length, pace);
      const foreign = checked.ok && !this.pattern().locks[kind].includes(id);
      const refusal = checked.ok
        ? foreign
          ? this.words.notInThisTechnique
          : null
        : describeLockRefusal(checked.problem);
      return { id, name: LOCKS[id].names[naming], set: locks[kind].includes(id), refusal };
    });
  }

  private lengthOf(kind: HoldKind): Seconds {
    const passage = this.passage();
    if (passage.openHold?.phase === kind) return passage.openHold.cap;
    return countsToSeconds(countsAtLimit(passage, this.conventions())[kind], passage.pace);
  }

  protected toggleOpen(kind: HoldKind): void {
    const open = this.passage().openHold?.phase === kind;
    this.set({ openHold: open ? null : { phase: kind, ...FIRST_OPEN_HOLD } }, 'open hold');
  }

  protected setOpen(phase: HoldKind, expected: number, cap: number): void {
    const open = { ...this.passage().openHold, phase, expected: seconds(expected), cap: seconds(cap) };
    this.set({ openHold: open }, 'open hold');
  }

  protected setOpenFrom(round: number): void {
    this.set({ openHold: openFrom(this.passage().openHold, round) }, 'open hold from');
  }

  protected toggleLock(kind: HoldKind, lock: LockId): void {
    const { locks } = this.passage();
    const now = locks[kind].includes(lock)
      ? locks[kind].filter((one) => one !== lock)
      : [...locks[kind], lock];
    this.set({ locks: { ...locks, [kind]: now } }, `lock ${kind} ${lock}`);
  }

  protected setFromRound(fromRound: number): void {
    this.set({ locks: { ...this.passage().locks, fromRound } }, 'locks from');
  }

  private set(change: Partial<CountedPassage>, name: string): void {
    this.edit.emit({ passage: { ...this.passage(), ...change }, name });
  }
}
