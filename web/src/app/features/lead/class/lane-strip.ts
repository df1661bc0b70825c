import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { currentTake, type ClassLane } from '@nuvrah/core';
import { ScoreStaff } from '../../../shared/score/score-staff';

/** Pixels of a second: the same for all lanes, so that what is at once stands one above the other. */
export const SECOND = 20;
/** Share of the width that lies before the line at which everything happens. */
export const NOW_AT = 0.24;
/** Seconds that are drawn at once; half of them later the next are drawn. */
const DRAWN = 180;
const LEAD = 40;

/** A lane as a strip of its score, which moves under the line of now. It is drawn seldom, and moved with every picture. */
@Component({
  selector: 'nv-lane-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ScoreStaff],
  template: `
    <div #moved class="moved" [style.width.px]="width" aria-hidden="true">
      <nv-score-staff
        [timeline]="timeline()"
        [window]="window()"
        [width]="width / scale()"
        [numbers]="false"
        [rulers]="false"
      />
    </div>
  `,
  styles: `
    :host {
      position: relative;
      display: block;
      overflow: hidden;
      contain: strict;
    }
    .moved {
      position: absolute;
      top: 50%;
      left: 24%;
      will-change: transform;
    }
    nv-score-staff {
      transform: translateY(-50%);
    }
  `,
})
export class LaneStrip {
  readonly lane = input.required<ClassLane>();
  /** How much of its height a score has here. */
  readonly scale = input.required<number>();
  private readonly moved = viewChild.required<ElementRef<HTMLElement>>('moved');
  protected readonly width = DRAWN * SECOND;
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);

  protected readonly timeline = computed(() => currentTake(this.lane().run).timeline);
  /** Seconds of the lane at which what is drawn begins. */
  private readonly from = signal(-LEAD);
  protected readonly window = computed(() => ({
    from: this.from() * 1000,
    to: (this.from() + DRAWN) * 1000,
  }));

  /** Moves it to where the class stands. @param at milliseconds on the clock of the class. */
  place(at: number): void {
    const place = (at - this.lane().offset) / 1000;
    const into = place - this.from();
    if (into < LEAD / 2 - 1 || into > DRAWN / 2) this.from.set(Math.floor(place - LEAD));
    const shift = (place - this.from()) * SECOND;
    this.moved().nativeElement.style.transform = `translateX(${(-shift).toFixed(2)}px)`;
  }

  /** For the marks that lie over all lanes. */
  get left(): number {
    return this.element.nativeElement.offsetLeft;
  }
}
