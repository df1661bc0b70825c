import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import type { Student } from '@nuvrah/contract';
import {
  clockInWords,
  dayCheckOf,
  isDayChecked,
  isHeldBack,
  momentFromText,
  TODAY_FACTS,
} from '@nuvrah/core';
import { ScreeningClock } from '../../api/screening-clock';
import { Card } from '../../ui/card';
import { studentWords } from '../../words/student-words';

/** Whether a student may be led today, and how today is. */
@Component({
  selector: 'nv-led-today-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Card, MatButtonModule, MatIconModule],
  template: `
    <nv-card [name]="state().name" [class]="state().level">
      <mat-icon cardIcon [svgIcon]="state().icon" aria-hidden="true" />
      @if (askedAt(); as clock) {
        <span cardAct class="soft">{{ words.asked(clock) }}</span>
      }
      <button cardAct matButton="outlined" type="button" (click)="ask.emit()">
        {{ askedAt() ? words.askAgain : words.askNow }}
      </button>
      @if (rows().length > 0) {
        <dl>
          @for (row of rows(); track row.name) {
            <dt>{{ row.name }}</dt>
            <dd [class]="row.side">{{ row.value }}</dd>
          }
        </dl>
      }
    </nv-card>
  `,
  styles: `
    .can {
      --card-head: var(--care-pale);
      --card-ink: var(--care);
    }
    .cannot {
      --card-ink: var(--no);
    }
    mat-icon {
      color: var(--card-ink);
    }
    dl {
      display: grid;
      grid-template-columns: auto 1fr;
      gap: 0.125rem 1rem;
      margin: 0;
      padding: 0.5rem 1rem 0.75rem;
    }
    dt {
      color: var(--soft-ink);
    }
    dd {
      margin: 0;
      font-weight: 600;
      text-align: right;
    }
    .left {
      color: var(--left);
    }
    .right {
      color: var(--right);
    }
  `,
})
export class LedTodayCard {
  readonly student = input.required<Student>();
  readonly ask = output();

  private readonly day = inject(ScreeningClock).day;
  protected readonly words = studentWords.overview;

  private readonly check = computed(() => dayCheckOf(this.student(), this.day().today));
  private readonly isAsked = computed(() => isDayChecked(this.student(), this.day().today, this.day().now));
  protected readonly askedAt = computed(() => {
    const check = this.check();
    return check ? clockInWords(momentFromText(check.checkedAt)) : null;
  });
  protected readonly state = computed(() => {
    if (isHeldBack(this.student(), this.day().today))
      return { name: this.words.cannotBeLed, icon: 'no', level: 'cannot' } as const;
    return this.isAsked()
      ? ({ name: this.words.canBeLed, icon: 'yes', level: 'can' } as const)
      : ({ name: this.words.notAsked, icon: 'clock', level: '' } as const);
  });

  protected readonly rows = computed(() => {
    const check = this.check();
    if (!check) return [];
    const { lastMealAt, freerNostril, calm, alert, mood, pulse, sleep, facts, note } = check;
    const { words } = this;
    const meal = lastMealAt === null ? words.mealNotAsked : clockInWords(momentFromText(lastMealAt));
    const felt = [calm, alert, mood].some((value) => value !== null);
    const row = (name: string, value: string | null, side = '') =>
      value === null || value === '' ? [] : [{ name, value, side }];
    return [
      ...row(words.meal, meal),
      ...row(words.side, freerNostril, freerNostril ?? ''),
      ...row(words.before, felt ? [calm, alert, mood].map((value) => value ?? '–').join(' · ') : null),
      ...row(words.sleep, sleep),
      ...row(words.pulse, pulse === null ? null : String(pulse)),
      ...row(words.facts, facts.map((fact) => TODAY_FACTS[fact]).join(', ')),
      ...row(words.note, note),
    ];
  });
}
