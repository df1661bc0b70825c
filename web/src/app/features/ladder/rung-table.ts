import { ChangeDetectionStrategy, Component, computed, input, output, viewChildren } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  describeRung,
  formatSeconds,
  PHASE_KINDS,
  rungFrom,
  type Pace,
  type PhaseKind,
  type RungNumbers,
  type Sustainable,
} from '@nuvrah/core';
import { goToWrong } from '../../ui/kit-form';
import { NumberField } from '../../ui/number-field';
import { breathForm } from '../../ui/number-forms';
import { ladderWords } from '../../words/ladder-words';

const PHASE_WORDS: Readonly<Record<PhaseKind, string>> = ladderWords.make.phases;

/** The rungs of a ladder, from the lowest, with what each takes and asks; they may be edited where that is wanted. */
@Component({
  selector: 'nv-rung-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, NumberField],
  template: `
    <table class="sheet-table">
      <thead>
        <tr>
          <th scope="col" class="number">{{ said.rung }}</th>
          <th scope="col">{{ said.numbers }}</th>
          <th scope="col" class="number">{{ said.cycle }}</th>
          <th scope="col" class="number">{{ said.minutes }}</th>
          <th scope="col">{{ said.asksOfCapacity }}</th>
          @if (editable()) {
            <th scope="col">
              <span class="spoken-only">{{ said.edit }}</span>
            </th>
          }
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track $index; let index = $index) {
          <tr [class.now]="index === at()" [attr.aria-current]="index === at() ? 'step' : null">
            <td class="number">{{ index + 1 }}</td>
            <td>
              @if (editable() && row.counts; as counts) {
                <span class="counts">
                  @for (kind of kinds; track kind) {
                    <nv-number-field
                      [label]="said.ofRung(words[kind], index + 1)"
                      [form]="form"
                      [min]="least(kind)"
                      [max]="100"
                      [width]="4"
                      [value]="counts[kind]"
                      (valueChange)="edit(index, kind, $event)"
                    />
                  }
                </span>
              } @else {
                {{ row.line }}
              }
              @if (index === at()) {
                <strong>{{ said.now }}</strong>
              }
            </td>
            <td class="number">{{ row.cycle }}</td>
            <td class="number">{{ row.minutes }}</td>
            <td>
              {{ row.need }}
              @if (row.above) {
                <strong>{{ said.aboveTodaysFit }}</strong>
              }
            </td>
            @if (editable()) {
              <td class="ways">
                <button matButton type="button" (click)="insert(index)">{{ said.insertAfter }}</button>
                <button
                  matButton
                  type="button"
                  [attr.aria-label]="said.removeRung(index + 1)"
                  [disabled]="rungs().length === 1 || index === at()"
                  (click)="remove(index)"
                >
                  {{ said.remove }}
                </button>
              </td>
            }
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    .now td {
      background: var(--press);
    }
    .ways {
      white-space: nowrap;
    }
    .counts {
      display: inline-flex;
      gap: 0.25rem;
    }
    input {
      width: 4rem;
      font: inherit;
      color: var(--ink);
      background: var(--sheet);
      border: 1px solid var(--edge);
      border-radius: 3px;
      padding: 0.25rem;
    }
  `,
})
export class RungTable {
  protected readonly said = ladderWords.rungTable;
  readonly rungs = input.required<readonly RungNumbers[]>();
  readonly at = input.required<number>();
  readonly pace = input.required<number>();
  readonly sustainable = input.required<Sustainable>();
  /** Breaths in a sitting, where the rungs are of counts. */
  readonly cycles = input.required<number>();
  readonly editable = input(false);
  readonly changed = output<readonly RungNumbers[]>();

  protected readonly kinds = PHASE_KINDS;
  protected readonly words = PHASE_WORDS;

  protected readonly rows = computed(() => {
    const pace = this.pace() as Pace;
    return this.rungs().map((numbers) => {
      const { cycle, need, aboveFit } = rungFrom(numbers, this.sustainable(), pace);
      return {
        line: describeRung(numbers),
        counts: numbers.kind === 'counts' ? numbers.counts : null,
        cycle: cycle === null ? '–' : `${formatSeconds(cycle)} s`,
        minutes: minutesOf(numbers, cycle, this.cycles()).toFixed(1),
        need:
          need === null
            ? '–'
            : need.share === Infinity
              ? this.said.neverMeasured(PHASE_WORDS[need.phase])
              : this.said.shareOf(Math.round(need.share * 100), PHASE_WORDS[need.phase]),
        above: aboveFit,
      };
    });
  });

  private readonly fields = viewChildren(NumberField);
  /** Goes to a number that cannot be read. @returns whether there is one. */
  goToWrong(): boolean {
    return goToWrong(this.fields());
  }

  protected readonly form = breathForm;
  protected readonly least = (kind: PhaseKind): number => (kind === 'inhale' || kind === 'exhale' ? 0.5 : 0);

  protected edit(index: number, kind: PhaseKind, value: number): void {
    const numbers = this.rungs()[index];
    if (numbers?.kind !== 'counts') return;
    const changed = { ...numbers, counts: { ...numbers.counts, [kind]: value } } as RungNumbers;
    this.changed.emit(this.rungs().with(index, changed));
  }

  /** A rung half way to the next. */
  protected insert(index: number): void {
    const here = this.rungs()[index];
    if (here) this.changed.emit(this.rungs().toSpliced(index + 1, 0, between(here, this.rungs()[index + 1])));
  }

  protected remove(index: number): void {
    this.changed.emit(this.rungs().toSpliced(index, 1));
  }
}

function minutesOf(numbers: RungNumbers, cycle: number | null, cycles: number): number {
  switch (numbers.kind) {
    case 'counts':
      return ((cycle ?? 0) * cycles) / 60;
    case 'strokes':
      return (numbers.strokes * numbers.sets) / numbers.rate;
    case 'minutes':
      return numbers.minutes;
  }
}

function between(here: RungNumbers, next: RungNumbers | undefined): RungNumbers {
  if (here.kind !== 'counts' || next?.kind !== 'counts') return here;
  const middle = (kind: PhaseKind): number => Math.floor(here.counts[kind] + next.counts[kind]) / 2;
  const counts = Object.fromEntries(PHASE_KINDS.map((kind) => [kind, middle(kind)]));
  return { kind: 'counts', counts } as unknown as RungNumbers;
}
