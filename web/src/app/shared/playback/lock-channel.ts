import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  input,
  viewChild,
} from '@angular/core';
import { LOCKS, type Level, type LockId, type Side } from '@nuvrah/core';

/** Height of the channel, in units of its picture. */
const HEIGHT = 420;
const WIDTH = 240;
const GATE = 20;
/** Throat, belly and floor, from the top. */
const LOCK_HEIGHTS: Readonly<Record<LockId, number>> = { chin: 60, abdominal: 220, root: 372 };

/**
 * One nostril, both at once, or the mouth, as an upright channel, like one lock of a canal: the level rises as breath enters and sinks as it leaves;
 * a gate closes it at the foot. The level is set from outside with every frame; nothing else changes within a phase.
 */
@Component({
  selector: 'nv-lock-channel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[class]': 'side()' },
  template: `
    <svg
      viewBox="0 0 240 470"
      [attr.preserveAspectRatio]="side() === 'mouth' ? 'none' : 'xMidYMax meet'"
      aria-hidden="true"
    >
      <rect #water class="water" x="14" [attr.y]="0" width="212" height="0" />
      <line #surface class="surface" x1="14" x2="226" y1="0" y2="0" />
      <path class="wall" d="M12 0V420M228 0V420" />
      <path class="notches" [attr.d]="notches()" />
      @for (bracket of brackets(); track bracket.letter) {
        <path class="bracket" [attr.d]="bracket.path" />
        <text class="letter" x="120" [attr.y]="bracket.y + 14">{{ bracket.letter }}</text>
      }
      @if (closed()) {
        <rect class="gate" x="0" y="420" width="240" height="20" />
      } @else {
        <path class="open-gate" d="M0 420H44V430H0ZM196 420H240V430H196Z" />
        @if (arrow(); as path) {
          <path class="arrow" [attr.d]="path" />
        }
      }
    </svg>
  `,
  styles: `
    :host {
      display: block;
      min-height: 0;
      --line: var(--left);
      --fill: var(--left-fill);
    }
    :host(.mouth),
    :host(.both) {
      --line: var(--soft-ink);
      --fill: var(--both-fill);
    }
    :host(.right) {
      --line: var(--right);
      --fill: var(--right-fill);
    }
    svg {
      display: block;
      width: 100%;
      height: 100%;
    }
    .wall,
    .notches {
      fill: none;
      stroke: var(--line);
      stroke-width: 4;
    }
    .notches {
      stroke-width: 3;
    }
    .water,
    .open-gate,
    .gate {
      fill: var(--fill);
    }
    .gate,
    .open-gate {
      fill: var(--line);
    }
    .bracket {
      fill: none;
      stroke: var(--ink);
      stroke-width: 7;
    }
    .letter {
      fill: var(--ink);
      font: 600 40px var(--sans);
      text-anchor: middle;
    }
    .surface {
      stroke: var(--line);
      stroke-width: 6;
    }
    .arrow {
      fill: none;
      stroke: var(--line);
      stroke-width: 6;
    }
  `,
})
export class LockChannel {
  readonly side = input.required<Side | 'both' | 'mouth'>();
  readonly closed = input.required<boolean>();
  /** Counts of the phase that moves through it; a notch for each. */
  readonly counts = input.required<number | null>();
  /** Which way breath goes through it now, if any. */
  readonly flow = input.required<'in' | 'out' | null>();

  /** Locks that are on: brackets at throat, belly and floor. */
  readonly locks = input<readonly LockId[]>([]);
  protected readonly brackets = computed(() =>
    this.locks().map((lock) => {
      const y = LOCK_HEIGHTS[lock];
      const path = `M78 ${y - 26}H56V${y + 26}H78M162 ${y - 26}H184V${y + 26}H162`;
      return { y, path, letter: LOCKS[lock].letter };
    }),
  );

  private readonly water = viewChild.required<ElementRef<SVGRectElement>>('water');
  private readonly surface = viewChild.required<ElementRef<SVGLineElement>>('surface');

  protected readonly notches = computed(() => {
    const counts = this.counts();
    if (counts === null) return '';
    const marks: string[] = [];
    for (let count = 1; count < counts; count++) {
      const y = (HEIGHT - (count / counts) * HEIGHT).toFixed(1);
      marks.push(`M12 ${y}h18M${WIDTH - 12} ${y}h-18`);
    }
    return marks.join('');
  });

  /** A chevron at the foot: up for breath that enters, down for breath that leaves. */
  protected readonly arrow = computed(() => {
    const [low, high] = [HEIGHT + GATE + 24, HEIGHT + GATE];
    switch (this.flow()) {
      case 'in':
        return `M96 ${low}L120 ${high}L144 ${low}`;
      case 'out':
        return `M96 ${high}L120 ${low}L144 ${high}`;
      case null:
        return null;
    }
  });

  /** Sets the level, 0 to 1; null shows none. Called with every frame, past change detection. */
  setLevel(level: Level): void {
    const y = HEIGHT - (level ?? 0) * HEIGHT;
    const shown = level !== null && level > 0.001;
    const water = this.water().nativeElement;
    water.setAttribute('y', y.toFixed(2));
    water.setAttribute('height', (HEIGHT - y).toFixed(2));
    const surface = this.surface().nativeElement;
    surface.setAttribute('y1', y.toFixed(2));
    surface.setAttribute('y2', y.toFixed(2));
    surface.style.visibility = shown ? 'visible' : 'hidden';
  }
}
