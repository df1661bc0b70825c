import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import {
  countsOf,
  formatSeconds,
  LONGEST_PHASE,
  PHASE_KINDS,
  PHASE_NAMES,
  phaseRanges,
  type Conventions,
  type CountedPassage,
  type PhaseKind,
  type Sustainable,
} from '@nuvrah/core';
import { NumberField } from '../../ui/number-field';
import { breathForm, countsForm } from '../../ui/number-forms';
import { benchWords } from '../../words/bench-words';

/** "6", "4 to 6" where it changes, "up to 6" where it can be over at once. */
function inWords(from: number, to: number): string {
  if (to === 0) return '–';
  const most = `${formatSeconds(to, 2)} s`;
  return from === to
    ? most
    : from === 0
      ? benchWords.phaseTable.upTo(most)
      : benchWords.phaseTable.fromTo(formatSeconds(from, 2), most);
}

/** The four phases of a passage: counts to edit, seconds, and what they need against what can be sustained. */
@Component({
  selector: 'nv-phase-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NumberField],
  template: `
    <table>
      <thead class="spoken-only">
        <tr>
          <th scope="col">{{ words.phase }}</th>
          <th scope="col">{{ words.counts }}</th>
          <th scope="col" class="number">{{ words.seconds }}</th>
          <th scope="col">{{ words.neededAgainstSustainable }}</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.kind) {
          <tr [class.limits]="row.limits">
            <th scope="row">
              {{ row.name }}
            </th>
            <td>
              <nv-number-field
                class="large"
                steppers
                [unit]="words.counts"
                [label]="row.name"
                [value]="row.counts"
                [form]="row.form"
                [min]="row.least"
                [max]="longest"
                [width]="4"
                (valueChange)="edited.emit({ kind: row.kind, counts: $event })"
              />
            </td>
            <td class="number">{{ row.seconds }}</td>
            <td>
              <div class="against">
                <div class="bar" aria-hidden="true">
                  <div class="needed" [class.over]="row.over" [style.width.%]="row.needed"></div>
                  @if (row.mark !== null) {
                    <div class="mark" [style.left.%]="row.mark"></div>
                  }
                </div>
                <span [class.soft]="!row.over" [class.over]="row.over"
                  >{{ row.against }}
                  @if (row.limits) {
                    <strong>{{ words.limits }}</strong>
                  }
                </span>
              </div>
            </td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    table {
      width: 100%;
      border-collapse: collapse;
    }
    th {
      white-space: nowrap;
      text-align: left;
      font-weight: 400;
      padding: 0.125rem 0.5rem 0.125rem 0;
    }
    td {
      padding: 0.125rem 0.5rem;
    }
    .number {
      white-space: nowrap;
      color: var(--soft-ink);
    }
    .against {
      display: grid;
      grid-template-columns: minmax(3rem, 1fr) 7.5rem;
      gap: 0.75rem;
      align-items: center;
    }
    .bar {
      position: relative;
      height: 0.5rem;
      background: var(--press);
      border-radius: 2px;
    }
    .needed {
      height: 100%;
      background: var(--soft-ink);
      border-radius: 2px;
    }
    .limits .needed {
      background: var(--ink);
    }
    .bar .needed.over {
      background: var(--no);
    }
    span.over {
      color: var(--no);
      font-weight: 600;
    }
    .mark {
      position: absolute;
      top: -0.25rem;
      bottom: -0.25rem;
      width: 2px;
      margin-left: -2px;
      background: var(--ink);
    }
  `,
})
export class PhaseTable {
  protected readonly words = benchWords.phaseTable;
  readonly passage = input.required<CountedPassage>();
  readonly sustainable = input.required<Sustainable | null>();
  readonly conventions = input.required<Conventions>();
  readonly edited = output<{ readonly kind: PhaseKind; readonly counts: number }>();

  protected readonly longest = LONGEST_PHASE;

  protected readonly rows = computed(() => {
    const passage = this.passage();
    const limits = this.sustainable();
    const phaseCounts = countsOf(passage);
    const ranges = phaseRanges(passage, this.conventions());
    const loads = PHASE_KINDS.map((kind) => {
      const { from, to: seconds } = ranges[kind];
      const limit = limits?.[kind] ?? null;
      return { kind, from, seconds, limit, share: limit === null ? 0 : seconds / limit };
    });
    const longest = Math.max(...loads.map(({ seconds, limit }) => Math.max(seconds, limit ?? 0)));
    const heaviest = Math.max(...loads.map(({ share }) => share));
    return loads.map(({ kind, from, seconds, limit, share }) => {
      const over = limit !== null && share > 1 + 1e-9;
      const breath = kind === 'inhale' || kind === 'exhale';
      return {
        kind,
        name: PHASE_NAMES[kind],
        counts: phaseCounts[kind],
        form: breath ? breathForm : countsForm,
        least: breath ? 0.5 : 0,
        seconds: inWords(from, seconds),
        needed: (seconds / longest) * 100,
        mark: limit === null ? null : (limit / longest) * 100,
        against:
          limit === null ? this.words.notMeasured : `${over ? 'over' : 'of'} ${formatSeconds(limit)} s`,
        limits: share > 0 && share === heaviest,
        over,
      };
    });
  });
}
