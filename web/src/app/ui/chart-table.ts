import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { Fold } from './fold';
import { kitWords } from '../words/kit-words';

/** One line of a chart: a number by day, or nothing where it was not measured. */
export interface Series {
  readonly name: string;
  readonly values: readonly (number | null)[];
}

/** The numbers of a chart as a table, folded away below it. */
@Component({
  selector: 'nv-chart-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Fold],
  template: `
    <nv-fold [name]="words.asATable(label())">
      <ng-template>
        <table class="sheet-table">
          @if (unit()) {
            <caption class="soft">
              {{
                unit()
              }}
            </caption>
          }
          <thead>
            <tr>
              <th scope="col">{{ words.day }}</th>
              @for (line of series(); track line.name) {
                <th scope="col" class="number">{{ line.name }}</th>
              }
            </tr>
          </thead>
          <tbody>
            @for (row of rows(); track $index) {
              <tr>
                <td>{{ row.day }}</td>
                @for (value of row.values; track $index) {
                  <td class="number">{{ value ?? '–' }}</td>
                }
              </tr>
            }
          </tbody>
        </table>
      </ng-template>
    </nv-fold>
  `,
  styles: `
    caption {
      text-align: left;
    }
    td,
    th {
      overflow-wrap: anywhere;
    }
  `,
})
export class ChartTable {
  protected readonly words = kitWords.chartTable;
  readonly label = input.required<string>();
  readonly unit = input('');
  /** Days as yyyy-mm-dd, in order. */
  readonly days = input.required<readonly string[]>();
  readonly series = input.required<readonly Series[]>();

  protected readonly rows = computed(() =>
    this.days().map((day, at) => ({ day, values: this.series().map(({ values }) => values[at] ?? null) })),
  );
}
