import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { MatMenuModule } from '@angular/material/menu';
import { RouterLink } from '@angular/router';
import type { ComingStudent, SessionReview } from '@nuvrah/contract';
import { clockInWords, practiceMoment, signById } from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { Ladders } from '../../api/ladders';
import { asked, askedOnce } from '../../api/loaded';
import { ScreeningClock } from '../../api/screening-clock';
import { Sessions } from '../../api/sessions';
import { LoadingNote } from '../../shared/loading-note';
import { PageBar } from '../../shared/page/page-bar';
import { LeadKeeper } from '../../shared/playback/lead-keeper';
import { longDay } from '../../words/dates';
import { todayWords } from '../../words/today-words';
import { ComingRow } from './coming-row';
import { WaitingList } from './waiting-list';

/** Today: who practises, what waits with what needs most first, and what was told from home. */
@Component({
  selector: 'nv-today-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ComingRow,
    LoadingNote,
    MatButtonModule,
    MatIconModule,
    MatMenuModule,
    PageBar,
    RouterLink,
    WaitingList,
  ],
  templateUrl: './today-page.html',
  styleUrl: './today-page.scss',
})
export class TodayPage {
  private readonly ladders = inject(Ladders);
  private readonly sessions = inject(Sessions);
  private readonly account = inject(AccountStore);
  private readonly today = inject(ScreeningClock).today;

  protected readonly words = todayWords;
  protected readonly interrupted = inject(LeadKeeper).kept();
  protected readonly page = askedOnce(() => this.ladders.today());
  protected readonly day = this.page.value;
  private readonly planned = computed(() =>
    (this.day()?.coming ?? []).flatMap(({ sessionId }) => sessionId ?? []).join(','),
  );
  private readonly reviews = asked(this.planned, (ids) =>
    this.sessions.reviews(ids === '' ? [] : ids.split(',')),
  );
  /** Nobody is there yet: the first steps are shown in place of an empty day. */
  protected readonly isNew = computed(() => this.day()?.students === 0);
  protected readonly date = computed(() => longDay(this.today()));
  protected readonly sun = computed(() => {
    const { place, timeZone } = this.account.required();
    if (place === null) return '';
    const clockOf = (event: 'sunrise' | 'sunset'): string =>
      practiceMoment({ kind: 'sun', event, minutes: 0 }, this.today(), { place, timeZone }).clock;
    return this.words.sun(clockOf('sunrise'), clockOf('sunset'));
  });

  protected readonly home = computed(() =>
    (this.day()?.home ?? []).map(({ studentId, sittingId, name, startedAt, effort, signs }) => ({
      studentId,
      sittingId,
      who: this.words.day.told(name, clockInWords(Date.parse(startedAt), this.account.required().timeZone)),
      said: [
        ...(effort === null ? [] : [this.words.day.effort(effort)]),
        ...signs.map((sign) => signById(sign).label.toLowerCase()),
      ].join(', '),
    })),
  );

  /** What leading somebody now would find; null while it is not known, or where the session was deleted. */
  protected reviewOf({ sessionId }: ComingStudent): SessionReview | null {
    return this.reviews.value()?.get(sessionId ?? '') ?? null;
  }
}
