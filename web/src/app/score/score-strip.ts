import { Component, computed, input, output } from '@angular/core';
import type { Timeline } from '@nuvrah/core';
import { elementWidth } from './element-width';
import type { ScoreWindow } from './score-window';

/** The whole session in a strip, with the part that the score shows outlined. Click or drag moves that part. */
@Component({
  selector: 'nv-score-strip',
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + width() + ' 26'"
      aria-hidden="true"
      (pointerdown)="begin($event)"
      (pointermove)="move($event)"
      (pointerup)="end($event)"
      (pointercancel)="end($event)"
    >
      @for (piece of pieces(); track $index) {
        <rect [class]="piece.kind" [attr.x]="piece.x" [attr.width]="piece.width" y="3" height="20" />
      }
      <rect class="window" [attr.x]="frame().x" [attr.width]="frame().width" y="1" height="24" />
    </svg>
  `,
  styles: `
    :host {
      display: block;
      overflow: hidden;
    }
    svg {
      display: block;
      width: 100%;
      cursor: ew-resize;
      touch-action: none;
    }
    .rounds {
      fill: var(--both-fill);
    }
    .around {
      fill: var(--press);
    }
    .rest {
      fill: none;
      stroke: var(--rule);
    }
    .window {
      fill: none;
      stroke: var(--ink);
      stroke-width: 2;
    }
  `,
})
export class ScoreStrip {
  readonly timeline = input.required<Timeline>();
  readonly window = input.required<ScoreWindow>();
  /** The moment that the middle of the window should move to. */
  readonly centre = output<number>();

  protected readonly width = elementWidth();
  private readonly scale = computed(() => this.width() / Math.max(1, this.timeline().total));

  protected readonly pieces = computed(() => {
    const scale = this.scale();
    const piece = (kind: string, from: number, to: number) => ({
      kind,
      x: from * scale,
      width: Math.max(0, (to - from) * scale - 1),
    });
    return this.timeline().passages.flatMap(({ from, to, rounds }) =>
      rounds
        ? [
            piece('around', from, rounds.from),
            piece('rounds', rounds.from, rounds.to),
            piece('around', rounds.to, to),
          ]
        : [piece('rest', from, to)],
    );
  });

  protected readonly frame = computed(() => {
    const { from, to } = this.window();
    const scale = this.scale();
    const x = Math.max(1, from * scale);
    return { x, width: Math.max(4, Math.min(this.width() - 1, to * scale) - x) };
  });

  protected begin(event: PointerEvent): void {
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    this.centre.emit(this.timeAt(event));
  }

  protected move(event: PointerEvent): void {
    if ((event.currentTarget as Element).hasPointerCapture(event.pointerId))
      this.centre.emit(this.timeAt(event));
  }

  private timeAt(event: PointerEvent): number {
    const box = (event.currentTarget as Element).getBoundingClientRect();
    return ((event.clientX - box.left) / box.width) * this.timeline().total;
  }

  protected end(event: PointerEvent): void {
    (event.currentTarget as Element).releasePointerCapture(event.pointerId);
  }
}
