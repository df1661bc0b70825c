import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { FindingLevel, Slot, Timeline } from '@nuvrah/core';
import { LEVEL_SIGNS } from '../findings/levels';
import { elementWidth } from './element-width';
import type { ScoreWindow } from './score-window';
import { SLOT_NAMES } from '@nuvrah/core';

/** Least room for the name of a slot, in pixels. */
const ROOM_FOR_NAME = 58;

/**
 * The whole session in a strip, with the part that the score shows outlined: click or drag moves that part. Below it the
 * slots in which it goes, and above each passage what speaks against it.
 */
@Component({
  selector: 'nv-score-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
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
      @for (passage of passages(); track passage.index) {
        @if (passage.mark; as mark) {
          <text class="mark" [class]="mark.level" [attr.x]="passage.middle" y="18">{{ mark.sign }}</text>
        }
      }
      <rect class="window" [attr.x]="frame().x" [attr.width]="frame().width" y="1" height="24" />
    </svg>
    @if (slots().length > 0) {
      <svg class="slots" [attr.viewBox]="'0 0 ' + width() + ' 22'" aria-hidden="true">
        @for (passage of passages(); track passage.index) {
          <rect
            class="passage"
            [class.chosen]="passage.index === chosen()"
            [attr.x]="passage.x"
            [attr.width]="passage.width"
            y="1"
            height="3"
          />
        }
        @for (slot of spans(); track slot.x) {
          <line class="edge" [attr.x1]="slot.x" [attr.x2]="slot.x" y1="0" y2="20" />
          @if (slot.width > room) {
            <text class="slot" [attr.x]="slot.x + 5" y="18">{{ names[slot.name] }}</text>
          }
        }
        @for (passage of passages(); track passage.index) {
          <rect
            class="target"
            [attr.x]="passage.x"
            [attr.width]="passage.width"
            height="22"
            (click)="choose.emit(passage.index)"
          />
        }
      </svg>
    }
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
    .slots {
      cursor: pointer;
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
    .passage {
      fill: none;
    }
    .passage.chosen {
      fill: var(--ink);
    }
    .edge {
      stroke: var(--edge);
    }
    .slot {
      font: 400 15px var(--sans);
      fill: var(--soft-ink);
    }
    .target {
      fill: transparent;
    }
    .mark {
      font: 600 15px var(--sans);
      text-anchor: middle;
      fill: var(--ink);
    }
    .mark.no {
      fill: var(--no);
    }
    .mark.clearance {
      fill: var(--clearance);
    }
    .mark.change {
      fill: var(--change);
    }
    .mark.care {
      fill: var(--care);
    }
  `,
})
export class ScoreStrip {
  protected readonly names = SLOT_NAMES;
  readonly timeline = input.required<Timeline>();
  readonly window = input.required<ScoreWindow>();
  /** The passage that is being worked on. */
  readonly chosen = input.required<number>();
  /** Of each passage; empty where they are not shown. */
  readonly slots = input.required<readonly Slot[]>();
  /** The strictest that speaks against each passage, by its place. */
  readonly marks = input.required<ReadonlyMap<number, FindingLevel>>();
  /** The moment that the middle of the window should move to. */
  readonly centre = output<number>();
  readonly choose = output<number>();

  protected readonly room = ROOM_FOR_NAME;
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

  protected readonly passages = computed(() => {
    const scale = this.scale();
    const marks = this.marks();
    return this.timeline().passages.map(({ from, to }, index) => {
      const level = marks.get(index);
      return {
        index,
        x: from * scale,
        width: (to - from) * scale,
        middle: ((from + to) / 2) * scale,
        mark: level ? { level, sign: LEVEL_SIGNS[level].sign } : null,
      };
    });
  });

  /** Neighbours in one slot are one span. */
  protected readonly spans = computed(() => {
    const spans: { name: Slot; x: number; width: number }[] = [];
    for (const { index, x, width } of this.passages()) {
      const name = this.slots()[index];
      const last = spans.at(-1);
      if (!name) continue;
      if (last?.name === name) last.width = x + width - last.x;
      else spans.push({ name, x, width });
    }
    return spans;
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
