import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { givenNameOf, routes, type CalendarDay } from '@nuvrah/contract';
import { CAUTION_LINE, describeRung, weekdayOf, dayInWords, weekdayInWords } from '@nuvrah/core';
import { combineLatest, of, switchMap } from 'rxjs';
import { AccountStore } from '../../api/account';
import { addressOf } from '../../api/api';
import { Ladders } from '../../api/ladders';
import { asked } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { Students } from '../../api/students';
import { SelectField } from '../../ui/select-field';
import { PageBar } from '../../shared/page/page-bar';
import { ladderWords } from '../../words/ladder-words';

const WEEKS = {
  '2': '2 weeks',
  '4': '4 weeks',
  '8': '8 weeks',
  '12': '12 weeks',
  '26': ladderWords.calendarPage.halfAYear,
} as const;
type Weeks = keyof typeof WEEKS;

const INSTEAD = {
  'no-place': ladderWords.calendarPage.clockSunUnknown,
  'no-sun': ladderWords.calendarPage.clockNoSun,
} as const;

/** The weeks to come, day by day with their numbers, to print or to take into a calendar. */
@Component({
  selector: 'nv-calendar-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PageBar, SelectField, LoadingNote, MatButtonModule, RouterLink],
  template: `
    <div class="page">
      <nv-loading-note [state]="page.state()" (retry)="page.again()" />
      @if (page.value(); as shown) {
        <nv-page-bar>
          <h1>{{ words.practiceCalendar }}</h1>
          <span class="soft">
            <a [routerLink]="['/students', shown.student.id]">{{ shown.student.name }}</a>
            · {{ where() }}
          </span>
        </nv-page-bar>
        <p>
          {{ words.ifEasy }}
        </p>
        <div class="ways screen">
          <nv-select
            [label]="words.howFar"
            [words]="spans"
            [value]="weeks()"
            (valueChange)="weeks.set($event)"
          />
          <a matButton="filled" [href]="file()" [attr.download]="fileName()">{{
            words.forACalendarIcalendar
          }}</a>
          <button matButton="outlined" type="button" (click)="print()">{{ words.print }}</button>
          <a matButton [routerLink]="['/ladders', id()]">{{ words.daysOnLadder }}</a>
        </div>
        @if (shown.days.length === 0) {
          <p class="notice">{{ words.nothingPlanned }}</p>
        }
        @for (week of byWeek(); track week.from) {
          <h2>{{ words.weekOf(week.name) }}</h2>
          <table class="sheet-table">
            <thead>
              <tr>
                <th scope="col">{{ words.day }}</th>
                <th scope="col">{{ words.at }}</th>
                <th scope="col">{{ words.session }}</th>
                <th scope="col">{{ words.numbers }}</th>
                <th scope="col" class="number">{{ words.minutes }}</th>
              </tr>
            </thead>
            <tbody>
              @for (one of week.days; track one.day + one.sitting) {
                <tr>
                  <td>{{ one.dayName }}</td>
                  <td>
                    {{ one.clock }}
                    @if (one.instead) {
                      <div class="soft">{{ insteads[one.instead] }}</div>
                    }
                  </td>
                  <td>{{ one.title }}</td>
                  <td>
                    @if (one.climbs) {
                      <strong>{{ one.said }}</strong>
                      <div class="soft">{{ words.rungOnceThatIs((one.rung ?? 0) + 1) }}</div>
                    } @else {
                      {{ one.said || 'as written' }}
                    }
                  </td>
                  <td class="number">{{ one.minutes || '' }}</td>
                </tr>
              }
            </tbody>
          </table>
        }
        <p class="soft">{{ caution }}</p>
      }
    </div>
  `,
  styles: `
    h2 {
      margin: 1.5rem 0 0.375rem;
    }
    p {
      margin: 0.5rem 0;
    }
    .ways {
      display: flex;
      flex-wrap: wrap;
      gap: 0.5rem;
      align-items: end;
    }
    table {
      table-layout: fixed;
    }
    th:nth-child(1) {
      width: 20%;
    }
    th:nth-child(2) {
      width: 18%;
    }
    th:nth-child(3) {
      width: 22%;
    }
    th:nth-child(5) {
      width: 12%;
    }
    @media print {
      .screen {
        display: none;
      }
      tr {
        break-inside: avoid;
      }
      h2 {
        break-after: avoid;
      }
    }
  `,
})
export class CalendarPage {
  protected readonly words = ladderWords.calendarPage;
  readonly id = input.required<string>();

  private readonly ladders = inject(Ladders);
  private readonly students = inject(Students);
  private readonly account = inject(AccountStore);

  protected readonly caution = CAUTION_LINE;
  protected readonly spans = WEEKS;
  protected readonly insteads = INSTEAD;
  protected readonly weeks = signal<Weeks>('4');
  private readonly asking = computed(() => ({ id: this.id(), weeks: this.weeks() }));
  protected readonly page = asked(this.asking, ({ id, weeks }) =>
    this.ladders.get(id).pipe(
      switchMap(({ studentId, rungs, at }) =>
        combineLatest({
          student: this.students.get(studentId),
          days: this.ladders.calendar(id, weeks),
          at: of(at),
          now: of(rungs[at] ? describeRung(rungs[at]) : ''),
        }),
      ),
    ),
  );

  protected readonly where = computed(() => {
    const { timeZone, place } = this.account.required();
    return place ? this.words.theSunOf(timeZone, place.name) : timeZone;
  });
  protected readonly file = computed(() =>
    addressOf(routes.ladderCalendarFile, { params: { id: this.id() }, query: { weeks: this.weeks() } }),
  );
  protected readonly fileName = computed(
    () => `practice-${givenNameOf(this.page.value()?.student.name ?? '').toLowerCase()}.ics`,
  );
  protected readonly byWeek = computed(() =>
    weeksOf(this.page.value()?.days ?? [], this.page.value()?.at ?? 0),
  );

  protected print(): void {
    window.print();
  }
}

interface Week {
  readonly from: string;
  readonly name: string;
  readonly days: (CalendarDay & { readonly dayName: string; readonly climbs: boolean })[];
}

/** Days by weeks, each with whether a rung begins on it. */
function weeksOf(days: readonly CalendarDay[], at: number): readonly Week[] {
  const weeks: Week[] = [];
  let [last, rung, weekday] = ['', at, 8];
  for (const one of days) {
    const now = weekdayOf(one.day);
    // The first day of a week is the first that comes after a later weekday.
    if (one.day !== last && now <= weekday)
      weeks.push({ from: one.day, name: dayInWords(one.day), days: [] });
    const climbs = one.rung !== null && one.rung !== rung;
    const dayName = one.day === last ? '' : `${weekdayInWords(one.day)} ${dayInWords(one.day)}`;
    weeks.at(-1)?.days.push({ ...one, dayName, climbs });
    [last, rung, weekday] = [one.day, one.rung ?? rung, now];
  }
  return weeks;
}
