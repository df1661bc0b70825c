import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Ladder, Student } from '@nuvrah/contract';
import { CapacityCard } from './capacity-card';
import { HomeCard } from './home-card';
import { KnowCard } from './know-card';
import { LedTodayCard } from './led-today-card';
import { NextStepCard } from './next-step-card';
import { WeeksCard } from './weeks-card';

/** What is opened at the side of the page. */
export type OverviewAct = 'day' | 'facts' | 'clearances';

/** A student at a glance: what comes next and how it went; whether they may be led, what they sustain, what to know. */
@Component({
  selector: 'nv-student-overview',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CapacityCard, HomeCard, KnowCard, LedTodayCard, NextStepCard, WeeksCard],
  template: `
    <div class="wide">
      <nv-next-step-card [student]="student()" [climb]="climb()" (decided)="changed.emit()" />
      <nv-weeks-card [studentId]="student().id" />
    </div>
    <div class="beside">
      <nv-led-today-card [student]="student()" (ask)="acted.emit('day')" />
      <nv-capacity-card [student]="student()" />
      <nv-know-card [student]="student()" (acted)="acted.emit($event)" />
      <nv-home-card [student]="student()" />
    </div>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(18rem, 23.25rem);
      gap: 0.9375rem;
      align-items: start;
    }
    .wide,
    .beside {
      display: grid;
      gap: 0.9375rem;
      min-width: 0;
    }
    @media (max-width: 60rem) {
      :host {
        grid-template-columns: minmax(0, 1fr);
      }
      .beside {
        order: -1;
      }
    }
  `,
})
export class StudentOverview {
  readonly student = input.required<Student>();
  readonly climb = input.required<Ladder | null>();
  readonly changed = output();
  readonly acted = output<OverviewAct>();
}
