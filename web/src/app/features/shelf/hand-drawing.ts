import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Conventions, RestingHandId, Side } from '@nuvrah/core';

type Finger = 'thumb' | 'index' | 'middle' | 'ring' | 'little';
/** up: straight; folded: on the palm; closing: bent to the nose; aside: to the temple; loose: neither. */
type Bend = 'up' | 'folded' | 'closing' | 'aside' | 'loose' | 'ring';
export type HandPose = Readonly<Record<Finger, Bend>>;

/** Strokes of each finger of a right hand seen from in front, in units of a picture 120 wide and 140 high. */
const FINGERS: Readonly<Record<Finger, Readonly<Record<Bend, string>>>> = {
  thumb: {
    up: 'M44 100Q26 88 16 70',
    folded: 'M44 100Q56 96 62 92',
    closing: 'M44 100Q30 84 34 60',
    aside: 'M44 100Q26 92 14 84',
    loose: 'M44 100Q30 90 22 76',
    ring: 'M44 100Q34 80 44 62',
  },
  index: {
    up: 'M48 76Q44 46 44 14',
    folded: 'M48 76Q46 62 54 62Q60 66 56 78',
    closing: 'M48 76Q44 60 50 46',
    aside: 'M48 76Q38 54 22 36',
    loose: 'M48 76Q44 54 48 36',
    ring: 'M48 76Q38 60 46 60',
  },
  middle: {
    up: 'M60 72Q60 40 60 6',
    folded: 'M60 72Q60 58 67 60Q72 66 67 76',
    closing: 'M60 72Q58 56 66 40',
    aside: 'M60 72Q48 48 32 26',
    loose: 'M60 72Q60 48 63 30',
    ring: 'M60 72Q60 40 60 6',
  },
  ring: {
    up: 'M72 76Q76 46 78 16',
    folded: 'M72 76Q74 62 80 66Q82 72 77 80',
    closing: 'M72 76Q76 56 74 40',
    aside: 'M72 76Q78 50 84 28',
    loose: 'M72 76Q76 54 78 38',
    ring: 'M72 76Q76 46 78 16',
  },
  little: {
    up: 'M83 84Q92 60 96 38',
    folded: 'M83 84Q88 74 91 80Q91 86 86 90',
    closing: 'M83 84Q90 66 86 52',
    aside: 'M83 84Q94 66 102 48',
    loose: 'M83 84Q91 68 94 54',
    ring: 'M83 84Q92 60 96 38',
  },
};

const FOLDED: HandPose = {
  thumb: 'closing',
  index: 'folded',
  middle: 'folded',
  ring: 'closing',
  little: 'closing',
};

/** How the closing hand holds its fingers, by convention. */
export function closingPose({
  fingerPosition,
  leftClosedBy,
}: Pick<Conventions, 'fingerPosition' | 'leftClosedBy'>): HandPose {
  if (fingerPosition === 'thumb-and-index')
    return { thumb: 'closing', index: 'closing', middle: 'folded', ring: 'folded', little: 'folded' };
  const rest: Bend = { folded: 'folded', 'between-brows': 'up', temple: 'aside', free: 'loose' }[
    fingerPosition
  ] as Bend;
  const pose = { ...FOLDED, index: rest, middle: rest };
  if (leftClosedBy === 'ring') return { ...pose, little: 'loose' };
  if (leftClosedBy === 'middle') return { ...pose, middle: 'closing', ring: 'loose', little: 'loose' };
  return pose;
}

const RESTING: Readonly<Record<RestingHandId, HandPose>> = {
  'thumb-index-up': { thumb: 'ring', index: 'ring', middle: 'up', ring: 'up', little: 'up' },
  'thumb-index-down': { thumb: 'ring', index: 'ring', middle: 'up', ring: 'up', little: 'up' },
  open: { thumb: 'up', index: 'up', middle: 'up', ring: 'up', little: 'up' },
  heart: { thumb: 'loose', index: 'up', middle: 'up', ring: 'up', little: 'up' },
};
export const restingPose = (id: RestingHandId): HandPose => RESTING[id];

const ORDER: readonly Finger[] = ['thumb', 'index', 'middle', 'ring', 'little'];

/** A hand in a few lines; fingers that close a nostril are drawn heavier. The left hand is the mirror of the right. */
@Component({
  selector: 'nv-hand-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg viewBox="0 0 120 140" role="img" [attr.aria-label]="label()">
      <g [attr.transform]="turn()">
        <path class="palm" d="M46 132Q36 112 44 98Q42 82 50 76Q66 68 82 80Q90 96 84 112L80 132" />
        @for (finger of fingers(); track finger.name) {
          <path class="finger" [class.closes]="finger.closes" [attr.d]="finger.path" />
        }
        @if (down()) {
          <path class="mark" d="M54 112h22M60 118h10" />
        }
      </g>
    </svg>
  `,
  styles: `
    svg {
      display: block;
      width: 5.5rem;
    }
    path {
      fill: none;
      stroke: var(--ink);
      stroke-linecap: round;
      stroke-linejoin: round;
    }
    .palm {
      stroke-width: 2;
    }
    .finger {
      stroke-width: 4;
    }
    .closes {
      stroke-width: 8;
    }
    .mark {
      stroke: var(--soft-ink);
      stroke-width: 2;
    }
  `,
})
export class HandDrawing {
  readonly pose = input.required<HandPose>();
  readonly hand = input.required<Side>();
  readonly label = input.required<string>();
  /** Lines across the back of the hand: the palm is turned down. */
  readonly down = input(false);

  protected readonly turn = computed(() => (this.hand() === 'left' ? 'translate(120 0) scale(-1 1)' : null));
  protected readonly fingers = computed(() =>
    ORDER.map((name) => {
      const bend = this.pose()[name];
      return { name, path: FINGERS[name][bend], closes: bend === 'closing' };
    }),
  );
}
