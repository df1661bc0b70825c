import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import type { ComingStudent, SessionReview } from '@nuvrah/contract';
import { formatClock, millis, shortNumbers, type PersonFact } from '@nuvrah/core';
import { FactChip } from '../../shared/fact-chip';
import { todayWords } from '../../words/today-words';

/** Somebody who practises today: when, what, and the way to lead it or to what is in the way. */
@Component({
  selector: 'nv-coming-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FactChip, MatButtonModule, MatIconModule, RouterLink],
  template: `
    <span class="clock">{{ coming().clock }}</span>
    <span class="line" aria-hidden="true"></span>
    <div class="said">
      <p class="who">
        <a [routerLink]="['/students', coming().studentId]">{{ coming().name }}</a>
        @for (fact of facts(); track fact) {
          <nv-fact-chip [fact]="fact" />
        }
      </p>
      <p class="soft">{{ line() }}</p>
    </div>
    @if (coming().sessionId; as session) {
      @if (inTheWay() > 0) {
        <a
          matButton="outlined"
          [routerLink]="['/lead', session]"
          [attr.aria-label]="words.resolveWho(coming().name)"
          >{{ words.resolve }}</a
        >
      } @else {
        <a
          [matButton]="first() ? 'filled' : 'outlined'"
          [routerLink]="['/lead', session]"
          [attr.aria-label]="words.leadWho(coming().name)"
        >
          @if (first()) {
            <mat-icon svgIcon="lead" aria-hidden="true" />
          }
          {{ words.lead }}
        </a>
      }
    } @else {
      <a matButton="outlined" [routerLink]="['/ladders', coming().ladderId]">{{ words.open }}</a>
    }
  `,
  styleUrl: './coming-row.scss',
  host: { '[class.first]': 'first()' },
})
export class ComingRow {
  readonly coming = input.required<ComingStudent>();
  /** Whether it is the one that is led next. */
  readonly first = input(false);
  /** How long it takes and what is in the way; null while that is not known. */
  readonly review = input<SessionReview | null>(null);

  protected readonly words = todayWords.day;
  protected readonly facts = computed(() => this.coming().facts as readonly PersonFact[]);

  protected readonly inTheWay = computed(() => this.review()?.toResolve ?? 0);

  protected readonly line = computed(() => {
    const { title, numbers, sessionId } = this.coming();
    if (sessionId === null) return this.words.noSession;
    const review = this.review();
    return [
      title,
      ...(review ? [formatClock(millis(review.length))] : []),
      this.inTheWay() > 0 ? this.words.toResolve(this.inTheWay()) : shortNumbers(numbers),
    ].join(' · ');
  });
}
