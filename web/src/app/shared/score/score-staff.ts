import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Timeline } from '@nuvrah/core';
import { engrave } from './engrave';
import { channelOf } from './outline';
import type { ScoreFlag } from './score-editing';
import { LAYOUT } from './score-layout';
import type { ScoreWindow } from './score-window';
import { scoreWords } from '../../words/score-words';

const RULER_LABELS: ReadonlySet<string> = new Set(['round', 'count', 'time']);

/** What can be drawn at on a score, in pixels from the left of its window. */
export interface StaffMarks {
  readonly flags: readonly (ScoreFlag & { readonly x: number })[];
  /** Ends of passages. */
  readonly ends: readonly number[];
  /** Where the phase that is drawn rests. */
  readonly stops: readonly { readonly x: number; readonly wall: boolean; readonly said: string }[];
  /** Whether the phase that is selected has an end to take. */
  readonly handle: boolean;
}

const NO_MARKS: StaffMarks = { flags: [], ends: [], stops: [], handle: false };

/** The channels of the breath score with their rulers: draws engraved geometry, decides nothing. */
@Component({
  selector: 'nv-score-staff',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      class="whole"
      [attr.viewBox]="'0 ' + top() + ' ' + (gutter() + width()) + ' ' + height()"
      aria-hidden="true"
    >
      <defs>
        <pattern
          id="nv-hatch"
          width="7"
          height="7"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width="7" height="7" class="hatch-ground" />
          <line x1="0" y1="0" x2="0" y2="7" class="hatch-line" />
        </pattern>
      </defs>
      @if (gutter() > 0) {
        <text class="side in-left" x="12" [attr.y]="layout.left + 6">{{ words.left }}</text>
        <text class="side in-right" x="12" [attr.y]="layout.right + 6">{{ words.right }}</text>
        @if (score().usesMouth) {
          <text class="side in-mouth" x="12" [attr.y]="layout.mouth + 5">{{ words.mouth }}</text>
        }
        @if (score().countTicks && rulers()) {
          <text class="side count" x="12" [attr.y]="layout.counts.label">{{ words.counts }}</text>
        }
      }
      <svg [attr.x]="gutter()" [attr.width]="width()" [attr.height]="layout.height">
        <line class="channel" x1="0" [attr.x2]="width()" [attr.y1]="layout.left" [attr.y2]="layout.left" />
        <line class="channel" x1="0" [attr.x2]="width()" [attr.y1]="layout.right" [attr.y2]="layout.right" />
        @if (score().usesMouth) {
          <line
            class="channel"
            x1="0"
            [attr.x2]="width()"
            [attr.y1]="layout.mouth"
            [attr.y2]="layout.mouth"
          />
        }
        <path class="round-lines" [attr.d]="score().roundLines" />
        @for (shape of score().shapes; track shape.kind) {
          <path class="shape" [class]="shape.kind" [class.narrow]="shape.narrow" [attr.d]="shape.path" />
        }
        <path class="throat" [attr.d]="score().throat" />
        <path class="brackets" [attr.d]="score().brackets" />
        <path class="veils" [attr.d]="score().veils" />
        @if (cursor() !== null) {
          <line
            class="cursor"
            [attr.x1]="cursor()"
            [attr.x2]="cursor()"
            [attr.y1]="layout.roundLine.from"
            [attr.y2]="layout.roundLine.to"
          />
        }
        @for (stop of marks().stops; track stop.said) {
          <line
            class="stop"
            [class.wall]="stop.wall"
            [attr.x1]="stop.x"
            [attr.x2]="stop.x"
            [attr.y1]="layout.bracket.from"
            [attr.y2]="layout.roundLine.to"
          />
          <text class="stop" [attr.x]="stop.x + 4" [attr.y]="layout.bracket.from + 6 - $index * 13">
            {{ stop.said }}
          </text>
        }
        @for (end of marks().ends; track $index) {
          <path class="end" [attr.d]="'M' + end + ' ' + layout.flag.from + 'v170'" />
          <rect class="grip" [attr.x]="end - 4" [attr.y]="layout.flag.from" width="8" height="18" />
        }
        @for (flag of marks().flags; track flag.key) {
          <rect
            class="flag"
            [attr.x]="flag.x"
            [attr.y]="layout.flag.from"
            [attr.width]="layout.flag.width"
            [attr.height]="layout.flag.height"
          />
          <text class="flag" [attr.x]="flag.x + layout.flag.width / 2" [attr.y]="layout.flag.from + 13">
            {{ flag.sign }}
          </text>
        }
        @if (highlight(); as box) {
          <rect
            class="selected"
            [attr.x]="box.x"
            [attr.width]="box.width"
            [attr.y]="box.y"
            [attr.height]="box.height"
          />
          @if (box.handle) {
            <circle class="handle" [attr.cx]="box.x + box.width" [attr.cy]="box.middle" r="7" />
          }
        }
        @if (rulers()) {
          <path class="ticks" [attr.d]="score().countTicks" />
          <path class="ticks" [attr.d]="score().timeTicks" />
        }
        @for (label of labels(); track label.key) {
          <text [class]="label.kind" [attr.x]="label.x" [attr.y]="label.y">{{ label.text }}</text>
        }
      </svg>
    </svg>
  `,
  styleUrl: './score-staff.scss',
})
export class ScoreStaff {
  protected readonly words = scoreWords.scoreStaff;
  readonly timeline = input.required<Timeline>();
  readonly window = input.required<ScoreWindow>();
  readonly width = input.required<number>();
  /** Room left of the score for the names of the channels, in pixels; none without it. */
  readonly gutter = input(0);
  /** Rulers in counts and minutes, and the numbers of rounds; a picture of one round has none. */
  readonly rulers = input(true);
  /** Whether phases are named by their counts. */
  readonly numbers = input(true);
  /** Index of the event that is marked, or null. */
  readonly selected = input<number | null>(null);
  /** What can be drawn at, in pixels. */
  readonly marks = input<StaffMarks>(NO_MARKS);
  /** A moment that is marked by a line, or null. */
  readonly at = input<number | null>(null);

  protected readonly layout = LAYOUT;
  protected readonly score = computed(() => engrave(this.timeline(), this.window(), this.width()));
  protected readonly top = computed(() => (this.rulers() ? 0 : LAYOUT.bracket.from - 4));
  protected readonly height = computed(() =>
    this.rulers() ? LAYOUT.height : LAYOUT.hold.to + 4 - this.top(),
  );
  protected readonly labels = computed(() => {
    const { labels } = this.score();
    if (!this.numbers()) return [];
    const shown = this.rulers() ? labels : labels.filter(({ kind }) => !RULER_LABELS.has(kind));
    // The third count stays the third count where an edit puts a label before it: it is moved, and nothing else.
    const sofar = new Map<string, number>();
    return shown.map((label) => {
      const number = (sofar.get(label.kind) ?? 0) + 1;
      sofar.set(label.kind, number);
      return { ...label, key: `${label.kind} ${number}` };
    });
  });
  protected readonly cursor = computed(() => {
    const at = this.at();
    const { from, to } = this.window();
    return at === null ? null : ((at - from) / (to - from)) * this.width();
  });
  protected readonly highlight = computed(() => {
    const index = this.selected();
    const event = index === null ? undefined : this.timeline().events[index];
    if (!event) return null;
    const { from, to } = this.window();
    const scale = this.width() / (to - from);
    const { middle, half } = channelOf(event);
    return {
      x: (event.from - from) * scale,
      width: (event.to - event.from) * scale,
      y: middle - half - 7,
      height: half * 2 + 14,
      middle,
      handle: this.marks().handle && event.counts !== null,
    };
  });
}
