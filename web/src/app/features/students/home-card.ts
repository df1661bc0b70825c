import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import type { Student } from '@nuvrah/contract';
import { dayInWords } from '@nuvrah/core';
import { Links } from '../../api/links';
import { asked } from '../../api/loaded';
import { ScreeningClock } from '../../api/screening-clock';
import { Card } from '../../ui/card';
import { studentWords } from '../../words/student-words';

/** What a student has to practise with at home. */
@Component({
  selector: 'nv-home-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Card, MatButtonModule, MatIconModule, RouterLink],
  template: `
    <nv-card [name]="words.home">
      <ul>
        <li>
          <mat-icon svgIcon="phone" aria-hidden="true" />
          <span class="grow">
            {{ link() ? words.linkOpens(link()?.until ?? '') : words.noLink }}
            @if (link(); as link) {
              <span class="soft more">{{ link.told }}</span>
            }
          </span>
          <a matButton="outlined" routerLink="." [queryParams]="{ tab: 'home' }">{{
            link() ? words.show : words.give
          }}</a>
        </li>
        <li>
          <mat-icon svgIcon="print" aria-hidden="true" />
          <span class="grow">{{ words.card }}</span>
          <a
            matButton="outlined"
            routerLink="."
            [queryParams]="{ tab: 'home' }"
            [attr.aria-label]="words.give + ': ' + words.card"
            >{{ words.give }}</a
          >
        </li>
      </ul>
    </nv-card>
  `,
  styleUrl: './card-list.scss',
})
export class HomeCard {
  readonly student = input.required<Student>();

  private readonly links = inject(Links);
  private readonly today = inject(ScreeningClock).today;
  protected readonly words = studentWords.overview;

  private readonly page = asked(
    computed(() => this.student().id),
    (id) => this.links.list(id),
  );
  /** The newest that opens. */
  protected readonly link = computed(() => {
    const open = (this.page.value() ?? []).find(
      ({ revokedAt, expiresOn }) => revokedAt === null && expiresOn >= this.today(),
    );
    return open && { until: dayInWords(open.expiresOn), told: this.words.told(open.reports) };
  });
}
