import { computed, signal, type Signal } from '@angular/core';
import type { Timeline, TimelineEvent } from '@nuvrah/core';
import type { ScorePlace } from './score-hits';
import {
  holdPhase,
  openingZoom,
  panBy,
  reveal,
  roundsZoom,
  windowOf,
  zoomBy,
  type ScoreWindow,
  type Zoom,
} from './score-window';

/** What the score can be told to show. */
export type Shown = 'session' | 'passage' | 'rounds';

/** The part of a timeline that the score shows, and how it is zoomed and moved. */
export class ScoreView {
  private readonly zoomed = signal<Zoom | null>(null);

  constructor(
    private readonly timeline: Signal<Timeline>,
    private readonly passage: Signal<number>,
    private readonly width: Signal<number>,
  ) {}

  readonly window = computed((): ScoreWindow => {
    const timeline = this.timeline();
    return windowOf(this.zoomed() ?? openingZoom(timeline, this.passage()), timeline);
  });
  readonly place = computed((): ScorePlace => ({
    timeline: this.timeline(),
    window: this.window(),
    width: this.width(),
  }));
  /** Which of the choices it is; null where it was moved or zoomed since. */
  readonly shown = computed((): Shown | null => {
    const kind = this.zoomed()?.kind ?? 'rounds';
    return kind === 'span' || kind === 'held' ? null : kind;
  });

  /** The first rounds of the passage that is chosen. */
  open(): void {
    this.zoomed.set(null);
  }

  /** @param round the first that is seen, where a few are */
  show(shown: Shown, round: number): void {
    switch (shown) {
      case 'session':
        return this.zoomed.set({ kind: 'session' });
      case 'passage':
        return this.zoomed.set({ kind: 'passage', passage: this.passage() });
      case 'rounds':
        return this.zoomed.set(roundsZoom(this.timeline(), this.passage(), round));
    }
  }

  /** Nearer (above 1) or further, around a moment that keeps its place. */
  zoom(factor: number, at = this.middle()): void {
    this.zoomed.set(zoomBy(this.window(), factor, at, this.timeline()));
  }

  centreOn(at: number): void {
    this.zoomed.set(panBy(this.window(), at - this.middle(), this.timeline()));
  }

  panPixels(pixels: number): void {
    const { from, to } = this.window();
    this.zoomed.set(panBy({ from, to }, (pixels / this.width()) * (to - from), this.timeline()));
  }

  /** Moves as little as it takes to show an event. @returns whether it had to */
  reveal(event: TimelineEvent): boolean {
    const moved = reveal(this.window(), event, this.timeline());
    if (moved) this.zoomed.set(moved);
    return moved !== null;
  }

  /** Stays where it is when another passage is chosen. */
  keep(): void {
    this.zoomed.set(panBy(this.window(), 0, this.timeline()));
  }

  /** Keeps an event at its place and the scale as it is, however the session changes. */
  hold(event: TimelineEvent): void {
    this.zoomed.set(holdPhase(this.window(), event, this.timeline()));
  }

  /** Keeps the beginning of a passage at its place, however long it becomes. */
  holdPassage(passage: number): void {
    const first = this.timeline().events.find((event) => event.passage === passage);
    if (first) this.hold(first);
  }

  private middle(): number {
    const { from, to } = this.window();
    return (from + to) / 2;
  }
}
