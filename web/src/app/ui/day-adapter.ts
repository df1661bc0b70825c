import { inject, Injectable, type Provider } from '@angular/core';
import { DateAdapter, MAT_DATE_FORMATS, MAT_DATE_LOCALE, type MatDateFormats } from '@angular/material/core';
import { LuxonDateAdapter, MAT_LUXON_DATE_ADAPTER_OPTIONS } from '@angular/material-luxon-adapter';
import { DateTime } from 'luxon';
import { TIME_ZONE } from './time-zone';

/** Days have no zone, and times no day: both are kept in UTC, so that no clock change moves them. */
@Injectable()
class DayAdapter extends LuxonDateAdapter {
  private readonly zone = inject(TIME_ZONE);

  override today(): DateTime {
    const { year, month, day } = DateTime.now().setZone(this.zone());
    return DateTime.utc(year, month, day);
  }
}

const FORMATS: MatDateFormats = {
  parse: {
    dateInput: ['d MMM yyyy', 'd MMMM yyyy', 'd.M.yyyy', 'D', 'd M yyyy'],
    timeInput: ['H:mm', 'H.mm', 't'],
  },
  display: {
    dateInput: 'd MMM yyyy',
    timeInput: 'HH:mm',
    timeOptionLabel: 'HH:mm',
    monthYearLabel: 'LLL yyyy',
    dateA11yLabel: 'DDD',
    monthYearA11yLabel: 'LLLL yyyy',
  },
};

/** What a field of days or times needs; given by each field itself, so that only pages with one load it. */
export const DAY_PROVIDERS: Provider[] = [
  { provide: MAT_DATE_LOCALE, useFactory: () => navigator.language },
  { provide: MAT_LUXON_DATE_ADAPTER_OPTIONS, useValue: { useUtc: true, firstDayOfWeek: undefined } },
  { provide: DateAdapter, useClass: DayAdapter },
  { provide: MAT_DATE_FORMATS, useValue: FORMATS },
];
