import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { badDayTest, countsOf, formatBreath, formatSeconds, holdTotals, sessionTotals } from '@nuvrah/core';
import { benchWords } from '../../words/bench-words';
import { BenchReview, type Written } from './bench-review';

/** The few figures that are always in sight; the others are one press away. */
@Component({
  selector: 'nv-session-figures',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  template: `
    <dl>
      @for (row of rows(); track row.name) {
        <dt>{{ row.name }}</dt>
        <dd>{{ row.value }}</dd>
      }
    </dl>
    <button matButton type="button" (click)="shown.emit()">{{ words.allTotals }}</button>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      align-items: end;
      padding: 0.375rem 0.25rem 0.375rem 0.875rem;
      border-top: 1px solid var(--rule);
      font-size: 0.9375rem;
    }
    dl {
      display: grid;
      grid-template-columns: auto minmax(0, 1fr);
      gap: 0.125rem 0.75rem;
      margin: 0;
    }
    dt {
      color: var(--soft-ink);
    }
    dd {
      margin: 0;
      font-weight: 600;
    }
  `,
})
export class SessionFigures {
  protected readonly words = benchWords.figures;
  readonly of = input.required<Written>();
  /** The passage that is chosen. */
  readonly passage = input.required<number>();
  /** All the totals are asked for. */
  readonly shown = output();

  private readonly review = inject(BenchReview);

  protected readonly rows = computed(() => {
    const { session, timeline } = this.of();
    const { held, time } = sessionTotals(session, timeline);
    const badDay = this.badDay();
    return [
      ...(badDay === null ? [] : [{ name: this.words.onABadDay, value: badDay }]),
      { name: this.words.longestHold, value: `${formatSeconds(holdTotals(timeline).longest)} s` },
      { name: this.words.inHolds, value: `${time === 0 ? 0 : Math.round((held / time) * 100)} %` },
    ];
  });

  private badDay(): string | null {
    const [passage, sustainable] = [this.of().session.passages[this.passage()], this.review.sustainable()];
    if (passage?.kind !== 'counted' || !sustainable) return null;
    const day = badDayTest(passage, sustainable, this.review.conventions());
    if (!day) return null;
    if (day.holds) return this.words.withinReach;
    return day.eased ? formatBreath(countsOf(day.eased)) : this.words.simplerForm;
  }
}
