import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { MatMenuModule } from '@angular/material/menu';
import { RouterLink } from '@angular/router';
import { clockInWords, practiceMoment, signById } from '@nuvrah/core';
import { combineLatest } from 'rxjs';
import { AccountStore } from '../../api/account';
import { Ladders } from '../../api/ladders';
import { askedOnce } from '../../api/loaded';
import { ScreeningClock } from '../../api/screening-clock';
import { Students } from '../../api/students';
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
  private readonly students = inject(Students);
  private readonly account = inject(AccountStore);
  private readonly today = inject(ScreeningClock).today;

  protected readonly words = todayWords;
  protected readonly interrupted = inject(LeadKeeper).kept();
  private readonly asked = combineLatest([this.ladders.today(), this.students.list()]);
  protected readonly page = askedOnce(() => this.asked);
  protected readonly day = computed(() => this.page.value()?.[0] ?? null);
  /** Nobody is there yet: the first steps are shown in place of an empty day. */
  protected readonly isNew = computed(() => this.page.value()?.[1].length === 0);
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
}
