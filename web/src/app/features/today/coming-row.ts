import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import type { ComingStudent } from '@nuvrah/contract';
import {
  compileSession,
  formatClock,
  reviewToLead,
  sessionFromChecked,
  shortNumbers,
  type PersonFact,
} from '@nuvrah/core';
import { of } from 'rxjs';
import { AccountStore } from '../../api/account';
import { asked } from '../../api/loaded';
import { ScreeningClock } from '../../api/screening-clock';
import { Sessions } from '../../api/sessions';
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
  /** Whether it is said how long it takes and what is in the way. */
  readonly reviewed = input(true);

  private readonly sessions = inject(Sessions);
  private readonly account = inject(AccountStore);
  private readonly day = inject(ScreeningClock).day;
  protected readonly words = todayWords.day;
  protected readonly facts = computed(() => this.coming().facts as readonly PersonFact[]);

  private readonly session = asked(
    computed(() => (this.reviewed() ? this.coming().sessionId : null)),
    (id) => (id === null ? of(null) : this.sessions.withOwner(id)),
  );
  /** What leading it would find now: the same review as before leading. */
  private readonly review = computed(() => {
    const owned = this.session.value();
    if (owned?.owner.kind !== 'student') return null;
    const document = sessionFromChecked(owned.session.document);
    const { needs } = reviewToLead(document, owned.owner.student, owned.session.overrulings, this.day());
    const { total } = compileSession(document, owned.owner.student, this.account.required().conventions);
    return { needs: needs.filter(({ code }) => code !== 'day-check').length, total: formatClock(total) };
  });
  protected readonly inTheWay = computed(() => this.review()?.needs ?? 0);

  protected readonly line = computed(() => {
    const { title, numbers, sessionId } = this.coming();
    if (sessionId === null) return this.words.noSession;
    const review = this.review();
    return [
      title,
      ...(review ? [review.total] : []),
      this.inTheWay() > 0 ? this.words.toResolve(this.inTheWay()) : shortNumbers(numbers),
    ].join(' · ');
  });
}
