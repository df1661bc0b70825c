import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  Injector,
  input,
  linkedSignal,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { MatIconModule } from '@angular/material/icon';
import { MatMenuModule, MatMenuTrigger } from '@angular/material/menu';
import { eventIndexFrom, type Slot, type Timeline } from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { Tip } from '../../ui/tip';
import { scoreWords } from '../../words/score-words';
import { shortcutOf, type ShortcutIn } from '../shortcut-keys';
import { announceEvent } from './announce';
import { elementWidth } from './element-width';
import { bubbleOfHit, bubbleOfWork, stopsOfWork } from './score-bubble';
import type { ScoreEditing } from './score-editing';
import { eventIndexAt, timeAt, xOf, type ScoreHit } from './score-hits';
import { ScoreLegend } from './score-legend';
import {
  beginWork,
  countsDrawn,
  hasMoved,
  lengthDrawn,
  lookAt,
  NO_WORK,
  type PointerWork,
  type ScorePoint,
} from './score-pointer';
import { ScoreStaff } from './score-staff';
import { ScoreStrip, type StripLine } from './score-strip';
import { ScoreView, type Shown } from './score-view';

const WHEEL_FACTOR = 1.0015;
const BUTTON_FACTOR = 1.6;
/** Room for the names of the channels, left of the score. */
const GUTTER = 64;
/** Typed figures belong to one number for so long. */
const TYPING_MS = 1500;

/**
 * The breath score: zoomed, moved and walked; where it may be edited, edges, ends and flags are drawn with a pointer, and the
 * phase that is selected is changed by keys, with everything announced.
 */
@Component({
  selector: 'nv-breath-score',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatButtonModule,
    MatButtonToggleModule,
    MatIconModule,
    MatMenuModule,
    ScoreLegend,
    ScoreStaff,
    ScoreStrip,
    Tip,
  ],
  templateUrl: './breath-score.html',
  styleUrl: './breath-score.scss',
})
export class BreathScore {
  protected readonly words = scoreWords.breathScore;
  readonly timeline = input.required<Timeline>();
  /** The passage that is being worked on. */
  readonly passage = input.required<number>();
  /** Name, and the strictest that speaks against it, of each passage. */
  readonly lines = input<readonly StripLine[]>([]);
  /** The slot of each passage. */
  readonly slots = input<readonly Slot[]>([]);
  /** What can be changed on it; null where it is only looked at. */
  readonly editing = input<ScoreEditing | null>(null);
  /** Another passage was chosen on the score. */
  readonly passageChosen = output<number>();
  /** A passage was dragged to another place. */
  readonly passageMoved = output<{ readonly from: number; readonly to: number }>();

  private readonly scoreElement = viewChild.required<ElementRef<HTMLElement>>('score');
  private readonly menu = viewChild.required(MatMenuTrigger);
  private readonly account = inject(AccountStore);
  private readonly injector = inject(Injector);
  private readonly hostWidth = elementWidth();
  protected readonly gutter = GUTTER;
  protected readonly width = computed(() => Math.max(200, this.hostWidth() - GUTTER));

  protected readonly legend = signal(false);
  protected readonly view = new ScoreView(this.timeline, this.passage, this.width);
  private readonly place = this.view.place;

  protected readonly selected = signal<number | null>(null);
  private readonly selectedEvent = computed(() => {
    const index = this.selected();
    return index === null ? null : (this.timeline().events[index] ?? null);
  });
  protected readonly selectedLine = computed(() => {
    const event = this.selectedEvent();
    return event ? announceEvent(event, this.account.required().naming) : '';
  });
  protected readonly side = computed(() => this.editing()?.side() ?? null);
  protected readonly actions = computed(() => {
    const [event, editing] = [this.selectedEvent(), this.editing()];
    return event && editing ? editing.actions(event) : [];
  });
  protected readonly menuAt = signal({ x: 0, y: 0 });

  private readonly work = signal<PointerWork>(NO_WORK);
  private readonly hovered = signal<ScoreHit | null>(null);
  protected readonly flags = computed(() => {
    const place = this.place();
    return (this.editing()?.flags() ?? []).map((flag) => ({ ...flag, x: xOf(place, flag.at) }));
  });
  /** The ends of the passages that are in sight, in pixels. */
  protected readonly ends = computed(() => {
    if (!this.editing()) return [];
    const place = this.place();
    return this.timeline()
      .passages.map(({ to }) => xOf(place, to))
      .filter((x) => x > 0 && x < place.width);
  });
  protected readonly draws = computed(() => {
    const kind = this.work().kind === 'nothing' ? this.hovered()?.kind : this.work().kind;
    return kind === 'edge' || kind === 'end' || kind === 'flag';
  });
  /** What the strip shows: while something is drawn what it showed before, as each frame is for the score. */
  protected readonly wholeSession = linkedSignal<
    { readonly timeline: Timeline; readonly drawn: boolean },
    Timeline
  >({
    source: () => ({ timeline: this.timeline(), drawn: this.work().kind !== 'nothing' }),
    computation: ({ timeline, drawn }, before) => (drawn && before ? before.value : timeline),
  });
  protected readonly stops = computed(() => stopsOfWork(this.work(), this.place()));
  /** What is said at the pointer: what would change, or what it has come to. */
  protected readonly bubble = computed(() => {
    const [work, hit, editing] = [this.work(), this.hovered(), this.editing()];
    if (!editing) return null;
    if (work.kind !== 'nothing') return bubbleOfWork(work, this.place(), editing);
    return hit && bubbleOfHit(hit, this.place(), editing);
  });

  constructor() {
    // Another passage is shown from its beginning, with nothing selected; unless it was chosen by an event of its own.
    effect(() => {
      const passage = this.passage();
      untracked(() => {
        if (this.selectedEvent()?.passage === passage) return;
        this.selected.set(null);
        this.view.open();
      });
    });
  }

  /** Shows and selects an event that something else on the page names. */
  show(index: number): void {
    this.choose(index, true);
  }

  protected showAll(shown: Shown): void {
    this.view.show(shown, this.selectedEvent()?.round ?? 1);
  }

  protected nearer(steps: number): void {
    this.view.zoom(BUTTON_FACTOR ** steps);
  }

  /** Over the phase that is selected it changes its counts; sideways it moves, with Ctrl it zooms. */
  protected wheel(event: WheelEvent): void {
    if (event.ctrlKey || event.metaKey) {
      event.preventDefault();
      return this.view.zoom(WHEEL_FACTOR ** -event.deltaY, timeAt(this.place(), this.pointOf(event).x));
    }
    const sideways = event.shiftKey ? event.deltaY || event.deltaX : event.deltaX;
    const onSelected = eventIndexAt(this.place(), this.pointOf(event).x) === this.selected();
    if (onSelected && event.deltaY !== 0 && !event.shiftKey && this.change(event.deltaY < 0 ? 1 : -1))
      return event.preventDefault();
    if (sideways === 0) return;
    event.preventDefault();
    this.view.panPixels(sideways);
  }

  protected begin(event: PointerEvent): void {
    if (event.button !== 0) return;
    this.scoreElement().nativeElement.setPointerCapture(event.pointerId);
    const work = beginWork(this.place(), this.pointOf(event), this.editing());
    this.work.set(work);
    if (work.kind !== 'pan') this.editing()?.gestureBegan();
    // What is drawn is selected, and keeps its place on the screen from now on.
    if (work.kind === 'edge') {
      this.choose(work.event.index, false);
      this.view.hold(work.event);
    } else if (work.kind === 'end') this.view.holdPassage(work.passage);
    else if (work.kind === 'flag') this.view.holdPassage(this.passage());
  }

  protected move(event: PointerEvent): void {
    const point = this.pointOf(event);
    const work = this.work();
    switch (work.kind) {
      case 'nothing':
        return this.hovered.set(point.fine ? this.lookAt(point) : null);
      case 'pan':
        if (!work.moved && !hasMoved(work.x, point.x)) return;
        this.work.set({ kind: 'pan', x: point.x, moved: true });
        return this.view.panPixels(work.x - point.x);
      case 'edge': {
        if (!work.moved && !hasMoved(xOf(this.place(), work.event.to) + work.grip, point.x)) return;
        const counts = countsDrawn(this.place(), work, point.x);
        if (counts !== work.counts) this.editing()?.drawPhase(work.event, counts);
        const drawn = this.editing()?.drawing(work.event)?.counts ?? counts;
        return this.work.set({ ...work, counts: drawn, moved: true });
      }
      case 'end':
        if (!work.moved && !hasMoved(work.x, point.x)) return;
        this.editing()?.drawLength(work.passage, lengthDrawn(this.place(), work, point.x));
        return this.work.set({ ...work, moved: true });
      case 'flag':
        if (!work.moved && !hasMoved(work.x, point.x)) return;
        this.editing()?.moveFlag(work.flag.flag, timeAt(this.place(), point.x));
        return this.work.set({ ...work, moved: true });
    }
  }

  protected finish(event: PointerEvent): void {
    const work = this.work();
    if (work.kind === 'pan' && !work.moved)
      this.choose(eventIndexAt(this.place(), this.pointOf(event).x), false);
    this.end();
  }

  protected end(): void {
    if (this.work().kind !== 'nothing' && this.work().kind !== 'pan') this.editing()?.gestureEnded();
    this.work.set(NO_WORK);
    this.hovered.set(null);
  }

  protected leave(): void {
    this.hovered.set(null);
  }

  /** What can be done with the phase under the pointer, or with the one that is selected. */
  protected openMenu(event: MouseEvent): void {
    if (!this.editing()) return;
    event.preventDefault();
    // A long press began to draw before it became one.
    this.end();
    const byKey = event.clientX === 0 && event.clientY === 0;
    if (byKey) return this.openMenuAtSelected();
    this.choose(eventIndexAt(this.place(), this.pointOf(event).x), false);
    const box = this.scoreElement().nativeElement.getBoundingClientRect();
    this.showMenu({ x: event.clientX - box.left, y: event.clientY - box.top });
  }

  private openMenuAtSelected(): void {
    const event = this.selectedEvent();
    if (!event) return;
    const box = this.scoreElement().nativeElement.getBoundingClientRect();
    const scale = box.width / (GUTTER + this.width());
    this.showMenu({ x: (xOf(this.place(), event.from) + GUTTER) * scale, y: box.height / 2 });
  }

  private showMenu(at: { readonly x: number; readonly y: number }): void {
    if (this.actions().length === 0) return;
    this.menuAt.set(at);
    // The trigger stands where the menu is to open before it is asked for its place.
    afterNextRender(() => this.menu().openMenu(), { injector: this.injector });
  }

  protected key(event: KeyboardEvent): void {
    if (this.type(event)) return event.preventDefault();
    const shortcut = shortcutOf('bench', event);
    if (!shortcut) return;
    if (this.act(shortcut, event.shiftKey ? 0.5 : 1)) event.preventDefault();
  }

  /** Figures are a number for the phase that is selected: "7", "7.5", "12". */
  private type({ key, ctrlKey, metaKey, altKey, timeStamp }: KeyboardEvent): boolean {
    if (ctrlKey || metaKey || altKey || !/^[0-9.,]$/.test(key)) return false;
    const event = this.selectedEvent();
    if (!event || !this.editing()?.drawing(event)) return false;
    const goesOn = timeStamp - this.typedAt < TYPING_MS;
    this.typed = goesOn ? this.typed + key : key;
    this.typedAt = timeStamp;
    const counts = Number(this.typed.replace(',', '.'));
    if (Number.isFinite(counts) && !/[.,]$/.test(this.typed)) this.drawSelected(counts);
    return true;
  }
  private typed = '';
  private typedAt = -TYPING_MS;

  private act(shortcut: ShortcutIn<'bench'>, step: number): boolean {
    const here = this.selected() ?? -1;
    const last = this.timeline().events.length - 1;
    switch (shortcut) {
      case 'on':
        return this.choose(
          here < 0 ? eventIndexFrom(this.timeline(), Math.max(0, this.view.window().from)) : here + 1,
          true,
        );
      case 'back':
        return this.choose(here < 0 ? 0 : here - 1, true);
      case 'first':
        return this.choose(0, true);
      case 'last':
        return this.choose(last, true);
      case 'more':
        return this.change(step);
      case 'less':
        return this.change(-step);
      case 'menu':
        this.openMenuAtSelected();
        return true;
      case 'side':
        this.editing()?.swapSide();
        return true;
      case 'drop':
        return this.dropSelected();
      case 'copy':
      case 'paste':
      case 'undo':
      case 'redo':
        return false;
    }
  }

  /** So many counts more (or fewer, below zero) for the phase that is selected. */
  private change(by: number): boolean {
    const event = this.selectedEvent();
    const drawing = event && this.editing()?.drawing(event);
    if (!drawing) return false;
    const least = Math.abs(by) < drawing.by ? Math.sign(by) * drawing.by : by;
    return this.drawSelected(Math.max(0, drawing.counts + least));
  }

  private drawSelected(counts: number): boolean {
    const event = this.selectedEvent();
    const editing = this.editing();
    if (!event || !editing?.drawing(event)) return false;
    this.view.hold(event);
    editing.drawPhase(event, counts);
    return true;
  }

  private dropSelected(): boolean {
    const event = this.selectedEvent();
    const editing = this.editing();
    if (!event || !editing) return false;
    this.view.hold(event);
    editing.dropHold(event);
    return true;
  }

  private choose(index: number, show: boolean): boolean {
    const event = this.timeline().events[index];
    if (!event) return true;
    if (index !== this.selected()) this.typedAt = -TYPING_MS;
    this.selected.set(index);
    const moved = show && this.view.reveal(event);
    if (event.passage !== this.passage()) {
      // The window stays where it is: the passage that was chosen is in it.
      if (!moved) this.view.keep();
      this.passageChosen.emit(event.passage);
    }
    return true;
  }

  /** What can be drawn at a point; nothing where it is only looked at. */
  private lookAt(point: ScorePoint): ScoreHit | null {
    const editing = this.editing();
    return editing && lookAt(this.place(), point, editing);
  }

  /** In pixels of the picture, which grows with the text. */
  private pointOf(event: MouseEvent): ScorePoint {
    const box = this.scoreElement().nativeElement.getBoundingClientRect();
    const scale = (GUTTER + this.width()) / box.width;
    const fine = !('pointerType' in event) || event.pointerType !== 'touch';
    return {
      x: (event.clientX - box.left) * scale - GUTTER,
      y: (event.clientY - box.top) * scale,
      fine,
    };
  }
}
