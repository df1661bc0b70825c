import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  input,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  describeTotal,
  eventIndexFrom,
  type FindingLevel,
  type Slot,
  type Timeline,
  type TimelineEvent,
} from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { announceEvent } from './announce';
import { elementWidth } from './element-width';
import { ScoreLegend } from './score-legend';
import { ScoreStaff } from './score-staff';
import { ScoreStrip } from './score-strip';
import { openingZoom, panBy, reveal, roundZoom, windowOf, zoomBy, type Zoom } from './score-window';
import { shortcutOf, type ShortcutIn } from '../shortcut-keys';
import { scoreWords } from '../../words/score-words';

const WHEEL_FACTOR = 1.0015;
const BUTTON_FACTOR = 1.6;
/** Room for the names of the channels, left of the score. */
const GUTTER = 64;

/** The breath score: zoomed and moved with pointer, wheel and buttons, walked by keyboard with each phase announced. */
@Component({
  selector: 'nv-breath-score',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, ScoreLegend, ScoreStaff, ScoreStrip],
  template: `
    <nv-score-strip
      [timeline]="timeline()"
      [window]="window()"
      [chosen]="passage()"
      [slots]="slots()"
      [marks]="marks()"
      (centre)="centreOn($event)"
      (choose)="passageChosen.emit($event)"
    />
    <div class="tools" role="group" [attr.aria-label]="words.zoom">
      <button matButton type="button" (click)="zoomTo({ kind: 'session' })">{{ words.wholeSession }}</button>
      <button matButton type="button" (click)="zoomTo({ kind: 'passage', passage: passage() })">
        {{ words.passage }}
      </button>
      <button matButton type="button" (click)="zoomToRound()">{{ words.oneRound }}</button>
      <button matButton type="button" [attr.aria-label]="words.zoomOut" (click)="zoom(1 / buttonFactor)">
        −
      </button>
      <button matButton type="button" [attr.aria-label]="words.zoomIn" (click)="zoom(buttonFactor)">+</button>
      <button matButton type="button" [attr.aria-expanded]="legend()" (click)="legend.set(!legend())">
        {{ words.legend }}
      </button>
      <span class="where" aria-hidden="true">{{ selectedLine() || wholeLine() }}</span>
    </div>
    <div
      #score
      class="score"
      role="application"
      tabindex="0"
      aria-roledescription="breath score"
      [attr.aria-label]="words.scoreLabel"
      (keydown)="key($event)"
      (wheel)="wheel($event)"
      (pointerdown)="begin($event)"
      (pointermove)="drag($event)"
      (pointerup)="finish($event)"
      (pointercancel)="cancel()"
    >
      <nv-score-staff
        [timeline]="timeline()"
        [window]="window()"
        [width]="width()"
        [gutter]="gutter"
        [selected]="selected()"
      />
    </div>
    @if (legend()) {
      <nv-score-legend />
    }
    <p class="spoken-only" aria-live="polite">{{ selectedLine() }}</p>
  `,
  styles: `
    :host {
      display: block;
    }
    .tools {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      min-height: 2.5rem;
    }
    .where {
      margin-left: auto;
      color: var(--soft-ink);
    }
    .score {
      background: var(--sheet);
      border-block: 1px solid var(--rule);
      touch-action: pan-y;
      cursor: grab;
      overflow: hidden;
    }
    .score:focus-visible {
      outline-offset: -2px;
    }
  `,
})
export class BreathScore {
  protected readonly words = scoreWords.breathScore;
  readonly timeline = input.required<Timeline>();
  /** The passage that is being worked on. */
  readonly passage = input.required<number>();
  /** The slot of each passage, and the strictest that speaks against it by its place: both are marked on the strip. */
  readonly slots = input<readonly Slot[]>([]);
  readonly marks = input<ReadonlyMap<number, FindingLevel>>(new Map());
  /** Another passage was chosen on the score. */
  readonly passageChosen = output<number>();
  /** So many counts more (or fewer, below zero) for the selected event. */
  readonly adjust = output<{ readonly event: TimelineEvent; readonly by: number }>();

  private readonly scoreElement = viewChild.required<ElementRef<HTMLElement>>('score');
  private readonly account = inject(AccountStore);
  private readonly hostWidth = elementWidth();
  protected readonly gutter = GUTTER;
  protected readonly buttonFactor = BUTTON_FACTOR;
  protected readonly width = computed(() => Math.max(200, this.hostWidth() - GUTTER));

  protected readonly legend = signal(false);
  private readonly zoomed = signal<Zoom | null>(null);
  protected readonly window = computed(() => {
    const timeline = this.timeline();
    return windowOf(this.zoomed() ?? openingZoom(timeline, this.passage()), timeline);
  });
  protected readonly selected = signal<number | null>(null);
  private readonly selectedEvent = computed(() => {
    const index = this.selected();
    return index === null ? null : (this.timeline().events[index] ?? null);
  });
  protected readonly selectedLine = computed(() => {
    const event = this.selectedEvent();
    return event ? announceEvent(event, this.account.required().naming) : '';
  });
  protected readonly wholeLine = computed(() => describeTotal(this.timeline()));
  private dragging: { readonly x: number; moved: boolean } | null = null;

  constructor() {
    // Another passage is shown from its beginning, with nothing selected; unless it was chosen by an event of its own.
    effect(() => {
      const passage = this.passage();
      untracked(() => {
        if (this.selectedEvent()?.passage === passage) return;
        this.selected.set(null);
        this.zoomed.set(null);
      });
    });
  }

  /** Shows and selects an event that something else on the page names. */
  show(index: number): void {
    this.choose(index, true);
  }

  protected zoomTo(zoom: Zoom): void {
    this.zoomed.set(zoom);
  }

  protected zoomToRound(): void {
    const round = this.selectedEvent()?.round ?? 1;
    this.zoomed.set(roundZoom(this.timeline(), this.passage(), round));
  }

  protected zoom(factor: number, at = this.middle()): void {
    this.zoomed.set(zoomBy(this.window(), factor, at, this.timeline()));
  }

  protected centreOn(at: number): void {
    this.zoomed.set(panBy(this.window(), at - this.middle(), this.timeline()));
  }

  /** Sideways moves, with Ctrl it zooms; up and down alone scrolls the page as everywhere. */
  protected wheel(event: WheelEvent): void {
    if (event.ctrlKey || event.metaKey) {
      event.preventDefault();
      this.zoom(WHEEL_FACTOR ** -event.deltaY, this.timeAt(event));
      return;
    }
    const sideways = event.shiftKey ? event.deltaY : event.deltaX;
    if (sideways === 0) return;
    event.preventDefault();
    this.panPixels(sideways);
  }

  protected begin(event: PointerEvent): void {
    this.scoreElement().nativeElement.setPointerCapture(event.pointerId);
    this.dragging = { x: event.clientX, moved: false };
  }

  protected drag(event: PointerEvent): void {
    if (!this.dragging) return;
    const by = this.dragging.x - event.clientX;
    if (!this.dragging.moved && Math.abs(by) < 4) return;
    this.dragging = { x: event.clientX, moved: true };
    this.panPixels(by);
  }

  protected finish(event: PointerEvent): void {
    if (this.dragging && !this.dragging.moved)
      this.choose(eventIndexFrom(this.timeline(), this.timeAt(event)), false);
    this.dragging = null;
  }

  protected cancel(): void {
    this.dragging = null;
  }

  protected key(event: KeyboardEvent): void {
    const shortcut = shortcutOf('bench', event);
    if (!shortcut) return;
    const done = this.walk(shortcut) || this.change(shortcut, event.shiftKey ? 0.5 : 1);
    if (done) event.preventDefault();
  }

  private walk(shortcut: ShortcutIn<'bench'>): boolean {
    const here = this.selected() ?? -1;
    const last = this.timeline().events.length - 1;
    switch (shortcut) {
      case 'on':
        return this.choose(
          here < 0 ? eventIndexFrom(this.timeline(), Math.max(0, this.window().from)) : here + 1,
          true,
        );
      case 'back':
        return this.choose(here < 0 ? 0 : here - 1, true);
      case 'first':
        return this.choose(0, true);
      case 'last':
        return this.choose(last, true);
      case 'more':
      case 'less':
      case 'undo':
      case 'redo':
        return false;
    }
  }

  private change(shortcut: ShortcutIn<'bench'>, step: number): boolean {
    const event = this.selectedEvent();
    const by = shortcut === 'more' ? step : shortcut === 'less' ? -step : 0;
    if (!event || event.counts === null || by === 0) return false;
    this.adjust.emit({ event, by });
    return true;
  }

  private choose(index: number, show: boolean): boolean {
    const event = this.timeline().events[index];
    if (!event) return true;
    const window = this.window();
    this.selected.set(index);
    const moved = show ? reveal(window, event, this.timeline()) : null;
    if (moved) this.zoomed.set(moved);
    if (event.passage !== this.passage()) {
      // The window stays where it is: the passage that was chosen is in it.
      if (!moved) this.zoomed.set(panBy(window, 0, this.timeline()));
      this.passageChosen.emit(event.passage);
    }
    return true;
  }

  private panPixels(pixels: number): void {
    const { from, to } = this.window();
    this.zoomed.set(panBy({ from, to }, (pixels / this.width()) * (to - from), this.timeline()));
  }

  private middle(): number {
    const { from, to } = this.window();
    return (from + to) / 2;
  }

  private timeAt(event: MouseEvent): number {
    const { from, to } = this.window();
    const box = this.scoreElement().nativeElement.getBoundingClientRect();
    const x = ((event.clientX - box.left) / box.width) * (GUTTER + this.width()) - GUTTER;
    return from + (x / this.width()) * (to - from);
  }
}
