import { ChangeDetectionStrategy, Component, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { DayCheck } from '@nuvrah/contract';

export type Freer = NonNullable<DayCheck['freerNostril']>;

const STEPS = [
  'Close the right nostril with a light touch. One easy breath in and out through the left.',
  'Close the left nostril. One easy breath in and out through the right.',
] as const;

/** Two breaths, one through each nostril, and which was easier. */
@Component({
  selector: 'nv-nostril-test',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  template: `
    <div class="notice" role="group" aria-label="two-breath test">
      @switch (step()) {
        @case (0) {
          <p>{{ steps[0] }}</p>
          <button matButton="outlined" type="button" (click)="step.set(1)">Done</button>
        }
        @case (1) {
          <p>{{ steps[1] }}</p>
          <button matButton="outlined" type="button" (click)="step.set(2)">Done</button>
        }
        @case (2) {
          <p>Through which side did the breath go more easily?</p>
          <button matButton="outlined" type="button" (click)="found.emit('left')">Left</button>&ngsp;
          <button matButton="outlined" type="button" (click)="found.emit('right')">Right</button>&ngsp;
          <button matButton="outlined" type="button" (click)="found.emit('even')">No difference</button>
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
  readonly found = output<Freer>();
  protected readonly steps = STEPS;
  protected readonly step = signal(0);
}
