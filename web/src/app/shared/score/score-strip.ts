import { CdkDrag, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { SLOT_NAMES, type FindingLevel, type Slot, type Timeline } from '@nuvrah/core';
import { LevelIcon } from '../findings/level-icon';
import { elementWidth } from './element-width';
import type { ScoreWindow } from './score-window';

/** A passage on the strip. */
export interface StripLine {
  readonly id: string;
  readonly name: string;
  /** The strictest that speaks against it. */
  readonly mark: FindingLevel | null;
}

/** Least room for a name, and for the name of a slot, in pixels. */
const ROOM = { name: 64, slot: 40 } as const;

/**
 * The whole session in a strip: the slots in which it goes, a block for each passage, pressed to choose it and dragged to
 * another place, and below them the part that the score shows, which is dragged along.
 */
@Component({
  selector: 'nv-score-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkDrag, CdkDropList, LevelIcon],
  template: `
    @if (slots().length > 0) {
      <div class="slots" aria-hidden="true">
        @for (slot of spans(); track slot.index) {
          <span [style.flex-grow]="slot.length">{{ slot.wide ? names[slot.name] : '' }}</span>
        }
      </div>
    }
    <div
      class="blocks"
      cdkDropList
      cdkDropListOrientation="horizontal"
      [cdkDropListDisabled]="!movable()"
      (cdkDropListDropped)="drop($event)"
    >
      @for (block of blocks(); track block.id) {
        <button
          type="button"
          tabindex="-1"
          class="block"
          cdkDrag
          cdkDragLockAxis="x"
          [style.flex-grow]="block.length"
          [class]="block.mark ?? ''"
          [class.chosen]="block.index === chosen()"
          [attr.aria-label]="block.name"
          (click)="choose.emit(block.index)"
        >
          <span class="name">{{ block.wide ? block.name : '' }}</span>
          @if (block.mark; as level) {
            <nv-level-icon alone [level]="level" />
          }
        </button>
      }
    </div>
    <div
      class="track"
      aria-hidden="true"
      (pointerdown)="begin($event)"
      (pointermove)="move($event)"
      (pointerup)="end($event)"
      (pointercancel)="end($event)"
    >
      <span class="window" [style.left.%]="frame().left" [style.width.%]="frame().width"></span>
    </div>
  `,
  styleUrl: './score-strip.scss',
})
export class ScoreStrip {
  protected readonly names = SLOT_NAMES;
  readonly timeline = input.required<Timeline>();
  readonly window = input.required<ScoreWindow>();
  /** The passage that is being worked on. */
  readonly chosen = input.required<number>();
  readonly lines = input.required<readonly StripLine[]>();
  /** Of each passage; empty where they are not shown. */
  readonly slots = input.required<readonly Slot[]>();
  /** Whether passages can be dragged to another place. */
  readonly movable = input(false);
  /** The moment that the middle of the window should move to. */
  readonly centre = output<number>();
  readonly choose = output<number>();
  readonly moved = output<{ readonly from: number; readonly to: number }>();

  private readonly width = elementWidth();

  protected readonly blocks = computed(() => {
    const { passages, total } = this.timeline();
    const lines = this.lines();
    return passages.map(({ id, from, to }, index) => ({
      id,
      index,
      length: to - from,
      name: lines[index]?.name ?? '',
      mark: lines[index]?.mark ?? null,
      wide: ((to - from) / total) * this.width() >= ROOM.name,
    }));
  });

  /** Neighbours in one slot are one span. */
  protected readonly spans = computed(() => {
    const spans: { index: number; name: Slot; length: number }[] = [];
    for (const { index, length } of this.blocks()) {
      const name = this.slots()[index];
      const last = spans.at(-1);
      if (!name) continue;
      if (last?.name === name) last.length += length;
      else spans.push({ index, name, length });
    }
    const scale = this.width() / Math.max(1, this.timeline().total);
    return spans.map((span) => ({ ...span, wide: span.length * scale >= ROOM.slot }));
  });

  protected readonly frame = computed(() => {
    const { from, to } = this.window();
    const total = Math.max(1, this.timeline().total);
    const left = Math.max(0, Math.min(1, from / total));
    return { left: left * 100, width: Math.max(0.5, (Math.min(1, to / total) - left) * 100) };
  });

  protected drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    if (previousIndex !== currentIndex) this.moved.emit({ from: previousIndex, to: currentIndex });
  }

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
