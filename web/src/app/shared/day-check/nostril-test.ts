import { ChangeDetectionStrategy, Component, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { DayCheck } from '@nuvrah/contract';
import { dayWords } from '../../words/day-words';

export type Freer = NonNullable<DayCheck['freerNostril']>;

const STEPS = [dayWords.nostrilTest.closeTheRightNostril, dayWords.nostrilTest.closeTheLeftNostril] as const;

/** Two breaths, one through each nostril, and which was easier. */
@Component({
  selector: 'nv-nostril-test',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  template: `
    <div class="notice" role="group" [attr.aria-label]="words.twoBreathTest">
      @switch (step()) {
        @case (0) {
          <p>{{ steps[0] }}</p>
          <button matButton="outlined" type="button" (click)="step.set(1)">{{ words.done }}</button>
        }
        @case (1) {
          <p>{{ steps[1] }}</p>
          <button matButton="outlined" type="button" (click)="step.set(2)">{{ words.done }}</button>
        }
        @case (2) {
          <p>{{ words.throughWhichSideDid }}</p>
          <button matButton="outlined" type="button" (click)="found.emit('left')">
            {{ words.left }}</button>&ngsp;
          <button matButton="outlined" type="button" (click)="found.emit('right')">
            {{ words.right }}</button>&ngsp;
          <button matButton="outlined" type="button" (click)="found.emit('even')">
            {{ words.noDifference }}
          </button>
        }
      }
    </div>
  `,
  styles: `
    p {
      margin-bottom: 0.5rem;
    }
  `,
})
export class NostrilTest {
  protected readonly words = dayWords.nostrilTest;
  readonly found = output<Freer>();
  protected readonly steps = STEPS;
  protected readonly step = signal(0);
}
