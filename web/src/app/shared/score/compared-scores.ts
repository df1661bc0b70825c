import {
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { MatIconModule } from '@angular/material/icon';
import { differingPassages, formatClock, techniqueName, type Timeline } from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { scoreWords } from '../../words/score-words';
import { ScoreRow, type RowLine } from './score-row';
import type { Shown } from './score-view';
import { onOneRuler, roundsZoom, windowOf, type ScoreWindow } from './score-window';

/** One of two that are compared. */
export interface ComparedSide {
  readonly label: string;
  readonly timeline: Timeline;
  /** Each passage in words, by its id. */
  readonly lines: ReadonlyMap<string, string>;
}

/** Two timelines, one above the other on one ruler, with what differs marked: as a whole, or a passage of both from its beginning. */
@Component({
  selector: 'nv-compared-scores',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonToggleModule, MatIconModule, ScoreRow],
  template: `
    <header>
      <p>{{ found() }}</p>
      <mat-button-toggle-group
        hideSingleSelectionIndicator
        [aria-label]="score.shown"
        [value]="shown()"
        (change)="show($event.value)"
      >
        <mat-button-toggle value="session">{{ score.session }}</mat-button-toggle>
        <mat-button-toggle value="passage">{{ score.passage }}</mat-button-toggle>
        <mat-button-toggle value="rounds">{{ score.rounds }}</mat-button-toggle>
      </mat-button-toggle-group>
    </header>
    @for (side of sides(); track $index) {
      <section [attr.aria-label]="side.label">
        <h2>
          {{ side.label }} <span class="soft">{{ side.total }}</span>
        </h2>
        <nv-score-row
          [small]="small()"
          [timeline]="side.timeline"
          [window]="side.window"
          [lines]="side.passages"
          [label]="side.label"
          [chosen]="chosen()"
          (choose)="choose($event)"
        />
      </section>
    }
    <div class="scrolled">
      <table>
        <thead>
          <tr>
            <th scope="col">{{ score.passage }}</th>
            @for (side of sides(); track $index) {
              <th scope="col">{{ side.label }}</th>
            }
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.id) {
            <tr [class.differs]="row.differs">
              <th scope="row">
                @if (row.differs) {
                  <mat-icon svgIcon="change" aria-hidden="true" />
                }
                {{ row.differs ? words.differs(row.name) : row.name }}
              </th>
              @for (cell of row.cells; track $index) {
                <td>{{ cell }}</td>
              }
            </tr>
          }
        </tbody>
      </table>
    </div>
  `,
  styleUrl: './compared-scores.scss',
})
export class ComparedScores {
  protected readonly words = scoreWords.compared;
  protected readonly score = scoreWords.breathScore;
  readonly first = input.required<ComparedSide>();
  readonly second = input.required<ComparedSide>();
  /** At half the height, without rulers and numbers. */
  readonly small = input(false, { transform: booleanAttribute });

  private readonly naming = inject(AccountStore).required().naming;

  private readonly differing = computed(() =>
    differingPassages(this.first().timeline, this.second().timeline),
  );
  protected readonly found = computed(() => this.words.found(this.differing().size));
  /** The passage that is looked at: at first one that differs. */
  protected readonly chosen = linkedSignal<string | null>(() => {
    const ids = this.rows();
    return (ids.find(({ differs }) => differs) ?? ids[0])?.id ?? null;
  });
  protected readonly shown = signal<Shown>('session');

  private readonly windows = computed(() =>
    onOneRuler([this.first(), this.second()].map(({ timeline }) => this.windowOf(timeline))),
  );

  protected readonly sides = computed(() =>
    [this.first(), this.second()].map(({ label, timeline }, index) => ({
      label,
      timeline,
      total: formatClock(timeline.total),
      window: this.windows()[index] ?? { from: 0, to: timeline.total },
      passages: timeline.passages.map(({ id, technique }): RowLine => ({
        id,
        name: techniqueName(technique, this.naming),
        differs: this.differing().has(id),
      })),
    })),
  );

  protected readonly rows = computed(() => {
    const sides = [this.first(), this.second()];
    const spans = new Map(
      sides.toReversed().flatMap(({ timeline }) => timeline.passages.map((span) => [span.id, span] as const)),
    );
    const inOrder = new Set(sides.flatMap(({ timeline }) => timeline.passages.map(({ id }) => id)));
    return [...inOrder].map((id) => ({
      id,
      name: techniqueName(spans.get(id)?.technique ?? 'natural-breath', this.naming),
      differs: this.differing().has(id),
      cells: sides.map(({ timeline, lines }) => {
        const span = timeline.passages.find((one) => one.id === id);
        return span ? `${lines.get(id) ?? ''} · ${formatClock(span.to - span.from)}` : this.words.notThere;
      }),
    }));
  });

  protected choose(id: string): void {
    this.chosen.set(id);
    if (this.shown() === 'session') this.shown.set('passage');
  }

  protected show(shown: Shown): void {
    this.shown.set(shown);
  }

  private windowOf(timeline: Timeline): ScoreWindow | null {
    if (this.shown() === 'session') return windowOf({ kind: 'session' }, timeline);
    const passage = timeline.passages.findIndex(({ id }) => id === this.chosen());
    if (passage < 0) return null;
    return windowOf(
      this.shown() === 'rounds' ? roundsZoom(timeline, passage, 1) : { kind: 'passage', passage },
      timeline,
    );
  }
}
