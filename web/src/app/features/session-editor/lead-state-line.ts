import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import type { FindingLevel } from '@nuvrah/core';
import { LevelIcon } from '../../shared/findings/level-icon';
import { benchWords } from '../../words/bench-words';
import { BenchReview, type LeadState } from './bench-review';

const COUNTED_LEVELS: readonly FindingLevel[] = ['change', 'care'];

/** The first line of the findings: ready, or how many stand in the way; and how many other findings stand open. */
@Component({
  selector: 'nv-lead-state-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LevelIcon, MatIconModule],
  template: `
    @if (review.leadState(); as state) {
      <mat-icon [svgIcon]="ready() ? 'yes' : 'no'" aria-hidden="true" />
      <strong role="status">{{ say(state) }}</strong>
      @for (level of levels(); track level.level) {
        <span class="count"><nv-level-icon alone [level]="level.level" /> {{ level.count }}</span>
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      align-items: center;
      gap: 0.5rem;
      min-height: 2.5rem;
      padding: 0 0.875rem;
      color: var(--no);
      background: var(--sheet);
      border-bottom: 1px solid var(--rule);
    }
    :host(.ready) {
      color: var(--care);
      background: var(--care-pale);
    }
    strong {
      flex: 1;
      font-weight: 600;
    }
    .count {
      display: inline-flex;
      align-items: center;
      gap: 0.25rem;
      color: var(--ink);
    }
    mat-icon {
      flex: none;
      width: 1.25rem;
      height: 1.25rem;
    }
  `,
  host: { '[class.ready]': 'ready()' },
})
export class LeadStateLine {
  private readonly words = benchWords.leadState;
  protected readonly review = inject(BenchReview);

  protected readonly ready = computed(() => {
    const state = this.review.leadState();
    return (
      state?.kind === 'ready' ||
      state?.kind === 'asks-today' ||
      state?.kind === 'template' ||
      (state?.kind === 'class' && state.held === 0)
    );
  });
  /** Those that do not keep it from being led. */
  protected readonly levels = computed(() => {
    const open = this.review.openFindings();
    return COUNTED_LEVELS.map((level) => ({
      level,
      count: open.filter((finding) => finding.level === level).length,
    })).filter(({ count }) => count > 0);
  });

  protected say(state: LeadState): string {
    switch (state.kind) {
      case 'ready':
        return this.words.ready;
      case 'asks-today':
        return this.words.asksToday;
      case 'held':
        return this.words.held(state.needs);
      case 'template':
        return this.words.template;
      case 'impossible':
        return this.words.impossible;
      case 'class':
        return state.held === 0
          ? this.words.readyForAll(state.members)
          : this.words.heldOf(state.held, state.members);
    }
  }
}
