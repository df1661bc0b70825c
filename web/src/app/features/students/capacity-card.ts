import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { Student } from '@nuvrah/contract';
import {
  daysBetween,
  formatSeconds,
  sustainableOf,
  type CapacityPhase,
  type Sustainable,
} from '@nuvrah/core';
import { ScreeningClock } from '../../api/screening-clock';
import { Card } from '../../ui/card';
import { studentWords } from '../../words/student-words';

const PHASES: readonly (readonly [CapacityPhase, keyof Sustainable, string])[] = [
  ['inhale', 'inhale', studentWords.overview.inhale],
  ['exhale', 'exhale', studentWords.overview.exhale],
  ['hold', 'internalHold', studentWords.overview.hold],
  ['emptyHold', 'externalHold', studentWords.overview.empty],
];
/** Seconds that fill a bar, at the least. */
const FULL = 16;

/** What was measured of a student, and how much of it counts as sustainable. */
@Component({
  selector: 'nv-capacity-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Card, MatButtonModule, RouterLink],
  template: `
    <nv-card [name]="words.capacity">
      <span cardAct class="soft">{{ age() }}</span>
      <a cardAct matButton="outlined" [routerLink]="['/students', student().id, 'capacity']">{{
        words.check
      }}</a>
      <dl>
        @for (row of rows(); track row.name) {
          <dt>{{ row.name }}</dt>
          <dd>
            <span class="bar" aria-hidden="true">
              <span class="measured" [style.width.%]="row.measured"></span>
              <span class="sustained" [style.width.%]="row.sustained"></span>
            </span>
            <span [class.soft]="row.measured === 0">{{ row.said }}</span>
          </dd>
        }
      </dl>
    </nv-card>
  `,
  styles: `
    dl {
      display: grid;
      grid-template-columns: 4.5rem 1fr;
      gap: 0.25rem 0.75rem;
      margin: 0;
      padding: 0 1rem 0.875rem;
    }
    dd {
      display: grid;
      grid-template-columns: minmax(3rem, 1fr) 7.5rem;
      align-items: center;
      gap: 0.625rem;
      margin: 0;
    }
    .bar {
      position: relative;
      height: 0.625rem;
      border-radius: 2px;
      background: var(--press);
    }
    .bar span {
      position: absolute;
      inset: 0 auto 0 0;
      border-radius: 2px;
    }
    .measured {
      background: var(--edge);
    }
    .sustained {
      background: var(--ink);
    }
  `,
})
export class CapacityCard {
  readonly student = input.required<Student>();

  private readonly today = inject(ScreeningClock).today;
  private readonly day = inject(ScreeningClock).day;
  protected readonly words = studentWords.overview;

  protected readonly age = computed(() => {
    const checkedOn = this.student().capacity?.checkedOn;
    return checkedOn ? this.words.daysOld(daysBetween(checkedOn, this.today())) : '';
  });
  protected readonly rows = computed(() => {
    const { capacity } = this.student();
    const most = Math.max(FULL, ...PHASES.map(([phase]) => capacity?.[phase] ?? 0));
    const sustained = sustainableOf(this.student(), this.day());
    return PHASES.map(([phase, kind, name]) => {
      const seconds = capacity?.[phase] ?? null;
      const share = sustained[kind];
      return {
        name,
        measured: ((seconds ?? 0) / most) * 100,
        sustained: seconds === null ? 0 : ((share ?? 0) / most) * 100,
        said:
          seconds === null || share === null
            ? this.words.notMeasured
            : this.words.of(formatSeconds(share), formatSeconds(seconds)),
      };
    });
  });
}
