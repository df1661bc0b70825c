import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { SoundScheduler, LOOK_EVERY } from '../../shared/playback/sound-scheduler';
import { Stages, type Stage } from '../../shared/playback/stage';
import { elementWidth } from '../../shared/score/element-width';
import { ScoreStaff } from '../../shared/score/score-staff';
import { interval, type Subscription } from 'rxjs';
import { AccountStore } from '../../api/account';
import type { OneRound } from '../../shared/score/one-round';
import { shelfWords } from '../../words/shelf-words';

const GUTTER = 64;
/** Seconds between the press and the first tone. */
const LEAD_IN = 0.2;

/** One round as a picture that can be heard: a line goes along with the sound. */
@Component({
  selector: 'nv-round-player',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, ScoreStaff],
  template: `
    <nv-score-staff
      [timeline]="round().timeline"
      [window]="round().window"
      [width]="width()"
      [gutter]="gutter"
      [at]="at()"
      [rulers]="false"
    />
    <p class="row">
      <button matButton="outlined" type="button" (click)="toggle()">
        {{ playing() ? words.stop : words.playOneRound }}
      </button>
      <span aria-live="polite">{{ spoken() }}</span>
    </p>
  `,
  styles: `
    :host {
      display: block;
      background: var(--sheet);
      border-block: 1px solid var(--rule);
    }
    .row {
      display: flex;
      align-items: center;
      gap: 1rem;
      padding: 0.5rem 0 0.75rem 1rem;
    }
  `,
})
export class RoundPlayer {
  protected readonly words = shelfWords.roundPlayer;
  readonly round = input.required<OneRound>();

  private readonly stages = inject(Stages);
  private readonly account = inject(AccountStore);
  private readonly hostWidth = elementWidth();
  protected readonly gutter = GUTTER;
  protected readonly width = computed(() => Math.max(200, this.hostWidth() - GUTTER));

  private stage: Stage | null = null;
  private scheduler: SoundScheduler | null = null;
  private looking: Subscription | null = null;
  private frame = 0;
  private readonly position = signal<number | null>(null);
  /** Where the sound is; null while nothing plays. */
  protected readonly at = this.position.asReadonly();
  protected readonly playing = computed(() => this.position() !== null);
  protected readonly spoken = computed(() => {
    const at = this.position();
    if (at === null) return '';
    const event = this.round().timeline.events.find(({ from, to }) => from <= at && at < to);
    return event?.cue.spoken[this.account.required().naming] ?? '';
  });

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stop());
  }

  protected toggle(): void {
    if (this.playing()) this.stop();
    else void this.play();
  }

  private async play(): Promise<void> {
    const { timeline, window } = this.round();
    this.position.set(window.from);
    const stage = await this.stages.open();
    // Stopped while the sound was being opened.
    if (this.position() === null) return void stage.close();
    this.stage = stage;
    const scheduler = new SoundScheduler(
      stage,
      timeline,
      stage.now() + LEAD_IN - window.from / 1000,
      this.account.required(),
    );
    this.scheduler = scheduler;
    scheduler.skipTo(window.from);
    this.looking = interval(LOOK_EVERY).subscribe(() => scheduler.lookAhead());
    const draw = (): void => {
      const at = scheduler.position();
      if (at >= timeline.total || at >= window.to) return this.stop();
      this.position.set(Math.max(window.from, at));
      this.frame = requestAnimationFrame(draw);
    };
    draw();
  }

  private stop(): void {
    cancelAnimationFrame(this.frame);
    this.looking?.unsubscribe();
    this.scheduler?.silence();
    void this.stage?.close();
    this.stage = null;
    this.scheduler = null;
    this.position.set(null);
  }
}
