import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { dayNumber, weekdayOf, dayFromNumber, type Day, dayInShort } from '@nuvrah/core';
import { ledgerWords } from '../../words/ledger-words';

const WEEKS = 26;
const CELL = 20;
const LEFT = 40;
const TOP = 22;
/** Weeks between two names of months. */
const MONTH_ROOM = 3;

/** Days practised, a column a week: a filled square for each, with its number where there was more than one sitting. */
@Component({
  selector: 'nv-practice-calendar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="'0 0 ' + width + ' ' + height" role="img" [attr.aria-label]="label()">
      @for (name of weekdays; track name.text) {
        <text class="soft" x="0" [attr.y]="name.y">{{ name.text }}</text>
      }
      @for (month of months(); track month.x) {
        <text class="soft" [attr.x]="month.x" y="14">{{ month.text }}</text>
      }
      @for (day of days(); track day.day) {
        <rect [class.done]="day.sittings > 0" [attr.x]="day.x" [attr.y]="day.y" width="16" height="16">
          <title>{{ day.title }}</title>
        </rect>
        @if (day.sittings > 1) {
          <text class="number" [attr.x]="day.x + 8" [attr.y]="day.y + 13">{{ day.sittings }}</text>
        }
      }
    </svg>
    <p>{{ label() }}</p>
  `,
  styles: `
    :host {
      display: block;
    }
    svg {
      display: block;
      width: 100%;
      max-width: 40rem;
    }
    text {
      font: 400 13px var(--sans);
      fill: var(--ink);
    }
    .soft {
      fill: var(--soft-ink);
    }
    rect {
      fill: none;
      stroke: var(--rule);
    }
    .done {
      fill: var(--ink);
      stroke: var(--ink);
    }
    .number {
      fill: var(--sheet);
      text-anchor: middle;
    }
  `,
})
export class PracticeCalendar {
  /** A day for each sitting. */
  readonly sittings = input.required<readonly Day[]>();
  readonly today = input.required<Day>();

  protected readonly width = LEFT + WEEKS * CELL;
  protected readonly height = TOP + 7 * CELL;
  protected readonly weekdays = [
    { text: ledgerWords.practiceCalendar.mon, y: TOP + 13 },
    { text: ledgerWords.practiceCalendar.thu, y: TOP + 3 * CELL + 13 },
    { text: ledgerWords.practiceCalendar.sun, y: TOP + 6 * CELL + 13 },
  ];

  /** The Monday of the first week. */
  private readonly first = computed(() => {
    const today = dayNumber(this.today());
    const monday = today - (weekdayOf(this.today()) - 1);
    return monday - (WEEKS - 1) * 7;
  });
  private readonly byDay = computed(() => {
    const byDay = new Map<string, number>();
    for (const day of this.sittings()) byDay.set(day, (byDay.get(day) ?? 0) + 1);
    return byDay;
  });

  protected readonly days = computed(() => {
    const last = dayNumber(this.today());
    return Array.from({ length: last - this.first() + 1 }, (_, index) => {
      const day = dayFromNumber(this.first() + index);
      const sittings = this.byDay().get(day) ?? 0;
      return {
        day,
        sittings,
        x: LEFT + Math.floor(index / 7) * CELL,
        y: TOP + (index % 7) * CELL,
        title: `${dayInShort(day)}: ${sittings === 0 ? ledgerWords.practiceCalendar.nothingOnRecord : ledgerWords.practiceCalendar.onRecord(sittings)}`,
      };
    });
  });
  protected readonly months = computed(() => {
    const months: { readonly x: number; readonly text: string; readonly week: number }[] = [];
    for (let week = 0; week < WEEKS; week++) {
      const day = dayFromNumber(this.first() + week * 7);
      const far = week - (months.at(-1)?.week ?? -MONTH_ROOM) >= MONTH_ROOM;
      if (far && Number(day.slice(8)) <= 7)
        months.push({ x: LEFT + week * CELL, text: dayInShort(day), week });
    }
    return months;
  });
  protected readonly label = computed(() => {
    const from = dayNumber(this.today()) - 27;
    const late = new Set(this.sittings().filter((day) => dayNumber(day) >= from));
    return ledgerWords.practiceCalendar.practisedOn(late.size);
  });
}
