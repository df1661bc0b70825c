import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import {
  formatClock,
  holdTotals,
  sessionTotals,
  type Session,
  type SessionTotals,
  type Timeline,
} from '@nuvrah/core';
import { benchWords } from '../../words/bench-words';

const share = (of: number): string => `${Math.round(of * 100)} %`;

/** What the session amounts to, and beside it the passage that is chosen: time, holds, the raised arm, strokes, heat and cold. */
@Component({
  selector: 'nv-session-totals-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table class="sheet-table">
      <thead>
        <tr>
          <th scope="col">
            <span class="spoken-only">{{ words.total }}</span>
          </th>
          <th scope="col" class="number">{{ words.session }}</th>
          <th scope="col" class="number">{{ words.thisPassage }}</th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <th scope="row">{{ words.time }}</th>
          <td class="number">{{ clock(whole().time) }}</td>
          <td class="number">{{ clock(part().time) }}</td>
        </tr>
        <tr>
          <th scope="row">
            @if (whole().longestHold; as event) {
              <button type="button" (click)="show.emit(event)">{{ words.longestHold }}</button>
            } @else {
              {{ words.longestHold }}
            }
          </th>
          <td class="number">{{ longest() }} s</td>
          <td class="number">{{ longestHere() }} s</td>
        </tr>
        @for (row of rows(); track row.name) {
          <tr>
            <th scope="row">{{ row.name }}</th>
            <td class="number">{{ row.of(whole()) }}</td>
            <td class="number">{{ row.of(part()) }}</td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    td,
    th {
      padding: 0.25rem 0.5rem;
    }
    th[scope='row'] {
      font-weight: 400;
    }
    td {
      font-weight: 600;
    }
    td:last-child {
      font-weight: 400;
    }
    button {
      font: inherit;
      color: inherit;
      background: none;
      border: 0;
      padding: 0;
      min-height: 1.5rem;
      text-align: left;
      text-decoration: underline;
      cursor: pointer;
    }
  `,
})
export class SessionTotalsList {
  protected readonly words = benchWords.sessionTotalsList;
  readonly session = input.required<Session>();
  readonly timeline = input.required<Timeline>();
  /** The passage that is chosen. */
  readonly passage = input.required<number>();
  /** An event to be shown on the score. */
  readonly show = output<number>();

  protected readonly clock = formatClock;
  protected readonly whole = computed(() => sessionTotals(this.session(), this.timeline()));
  protected readonly part = computed(() => sessionTotals(this.session(), this.timeline(), this.passage()));
  /** What they can come to: a ramp at its limit, an open hold at its cap. */
  protected readonly longest = computed(() => holdTotals(this.timeline()).longest);
  protected readonly longestHere = computed(() => this.timeline().passages[this.passage()]?.longestHold ?? 0);

  protected readonly rows = computed(() => {
    const rows: { readonly name: string; readonly of: (totals: SessionTotals) => string }[] = [
      { name: this.words.holdsInAll, of: ({ held }) => formatClock(held) },
      { name: this.words.shareInHolds, of: ({ held, time }) => share(time === 0 ? 0 : held / time) },
      { name: this.words.armRaised, of: ({ armRaised }) => formatClock(armRaised) },
      { name: this.words.strokes, of: ({ strokes }) => String(strokes) },
      {
        name: this.words.heatingCooling,
        of: ({ heating, cooling }) => `${share(heating)}, ${share(cooling)}`,
      },
    ];
    return this.whole().strokes > 0 ? rows : rows.filter(({ name }) => name !== 'Strokes');
  });
}
