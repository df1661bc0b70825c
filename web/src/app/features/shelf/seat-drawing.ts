import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { SEATS, type SeatId } from '@nuvrah/core';

/** Each seat in a few lines, in a picture 120 wide and 110 high: head, trunk and legs, then what is sat on. */
const FIGURES: Readonly<Record<SeatId, { readonly body: string; readonly props: string }>> = {
  'cross-legged': {
    body: 'M60 10a9 9 0 1 0 .1 0M60 28V72M60 40L40 66M60 40L80 66M60 72Q30 74 22 88Q50 96 92 86M60 72Q90 74 98 88Q70 96 28 86',
    props: 'M40 94H80V102H40Z',
  },
  'half-lotus': {
    body: 'M60 10a9 9 0 1 0 .1 0M60 28V72M60 40L40 66M60 40L80 66M60 72Q28 74 22 90Q52 94 88 88M60 72Q88 70 98 84Q84 84 52 80',
    props: 'M40 96H80V103H40Z',
  },
  lotus: {
    body: 'M60 10a9 9 0 1 0 .1 0M60 28V72M60 40L40 66M60 40L80 66M60 72Q26 72 20 88Q40 84 84 78M60 72Q94 72 100 88Q80 84 36 78',
    props: '',
  },
  kneeling: {
    body: 'M48 10a9 9 0 1 0 .1 0M48 28Q50 52 46 76M48 42L66 66M46 76L88 80M88 80Q64 92 30 92',
    props: 'M34 80H58V90H34Z',
  },
  chair: {
    body: 'M48 8a9 9 0 1 0 .1 0M48 26V62M48 38L66 58M48 62H82M82 62V98M82 98H94',
    props: 'M36 66H78M40 66V102M74 66V102M36 66V30',
  },
  standing: {
    body: 'M60 6a9 9 0 1 0 .1 0M60 24V62M60 34L46 60M60 34L74 60M60 62L50 102M60 62L70 102M42 102H52M68 102H78',
    props: '',
  },
  lying: {
    body: 'M18 76a9 9 0 1 0 .1 0M28 84H74M40 84L56 92M74 84L90 76M90 76L108 90',
    props: 'M8 96H28M82 94Q92 80 102 94M4 100H116',
  },
  'lying-left': {
    body: 'M18 70a9 9 0 1 0 .1 0M28 80Q50 74 72 86M40 78L60 92M72 86L94 72M94 72L106 92M72 86L88 92L104 96',
    props: 'M8 92H28M4 102H116',
  },
  folded: {
    body: 'M26 80a9 9 0 1 0 .1 0M36 86Q58 62 84 76M60 76L30 98M84 76L52 92M84 78Q70 96 100 94',
    props: 'M12 98H38V103H12Z',
  },
};

/** A seat in a few lines of our own. */
@Component({
  selector: 'nv-seat-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg viewBox="0 0 120 110" role="img" [attr.aria-label]="name()">
      <path class="props" [attr.d]="figure().props" />
      <path class="body" [attr.d]="figure().body" />
    </svg>
  `,
  styles: `
    svg {
      display: block;
      width: 6rem;
    }
    path {
      fill: none;
      stroke-linecap: round;
      stroke-linejoin: round;
    }
    .body {
      stroke: var(--ink);
      stroke-width: 3;
    }
    .props {
      stroke: var(--soft-ink);
      stroke-width: 2;
    }
  `,
})
export class SeatDrawing {
  readonly seat = input.required<SeatId>();
  protected readonly figure = computed(() => FIGURES[this.seat()]);
  protected readonly name = computed(() => SEATS[this.seat()].name);
}
