import { booleanAttribute, ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Timeline } from '@nuvrah/core';
import { scoreWords } from '../../words/score-words';
import { elementWidth } from './element-width';
import { ScoreStaff } from './score-staff';
import type { ScoreWindow } from './score-window';

/** A passage on a row. */
export interface RowLine {
  readonly id: string;
  readonly name: string;
  /** Whether it is otherwise than in what it is compared with. */
  readonly differs: boolean;
}

/** Least room for a name, in pixels. */
const ROOM_FOR_NAME = 48;

/**
 * A session on a ruler that it shares with others, one above the other: a block for each passage, marked where it differs, and
 * the score below it. A passage is pressed to choose it.
 */
@Component({
  selector: 'nv-score-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ScoreStaff],
  template: `
    <div class="blocks" role="group" [attr.aria-label]="label()">
      @for (block of blocks(); track block.id) {
        <button
          type="button"
          class="block"
          [class.differs]="block.differs"
          [class.chosen]="block.id === chosen()"
          [style.left.%]="block.left"
          [style.width.%]="block.width"
          [attr.aria-pressed]="block.id === chosen()"
          [attr.aria-label]="block.differs ? words.differs(block.name) : block.name"
          (click)="choose.emit(block.id)"
        >
          {{ block.wide ? block.name : '' }}
        </button>
      }
    </div>
    <nv-score-staff
      [timeline]="timeline()"
      [window]="window()"
      [width]="width() * (small() ? 2 : 1)"
      [rulers]="!small()"
      [numbers]="!small()"
    />
  `,
  styleUrl: './score-row.scss',
})
export class ScoreRow {
  protected readonly words = scoreWords.scoreRow;
  readonly timeline = input.required<Timeline>();
  /** What is shown: the same for all that are on one ruler. */
  readonly window = input.required<ScoreWindow>();
  /** Passages in order. */
  readonly lines = input.required<readonly RowLine[]>();
  readonly label = input.required<string>();
  /** Id of the passage that is looked at. */
  readonly chosen = input<string | null>(null);
  /** At half the height, without rulers and numbers, which would be too small to read. */
  readonly small = input(false, { transform: booleanAttribute });
  readonly choose = output<string>();

  protected readonly width = elementWidth();

  protected readonly blocks = computed(() => {
    const { from, to } = this.window();
    const share = (at: number): number => Math.min(1, Math.max(0, (at - from) / (to - from)));
    return this.timeline().passages.flatMap((span, index) => {
      const line = this.lines()[index];
      const [left, right] = [share(span.from), share(span.to)];
      if (!line || right <= left) return [];
      const wide = (right - left) * this.width() >= ROOM_FOR_NAME;
      return [{ ...line, left: left * 100, width: (right - left) * 100, wide }];
    });
  });
}
