import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatSliderModule } from '@angular/material/slider';
import {
  compileSession,
  DEFAULT_CONVENTIONS,
  newSession,
  type CountedAloud,
  type Loudness,
  type Naming,
  type SoundChoice,
} from '@nuvrah/core';
import { interval, Subscription } from 'rxjs';
import { Checks } from '../../ui/checks';
import { SelectField } from '../../ui/select-field';
import { soundWords } from '../../words/sound-words';
import { OwnVoices } from './own-voices';
import { VoiceRecordings } from './recordings';
import { LOOK_EVERY, SoundScheduler, type Heard } from './sound-scheduler';
import { Stages, type Stage } from './stage';
import { canVibrate } from './vibration';

type Rounds = keyof typeof soundWords.silentAfter;

/** A round of it, from its first inhale on: what is chosen is heard in it. */
const SAMPLE = compileSession(
  newSession('', { counted: 'a', natural: 'b' }),
  { hand: 'right' },
  DEFAULT_CONVENTIONS,
);
const FIRST = SAMPLE.events.find(({ kind }) => kind === 'inhale')?.from ?? 0;
const SAMPLE_LENGTH = (SAMPLE.events.find(({ round }) => round === 2)?.from ?? SAMPLE.total) - FIRST;
/** Seconds between the press and the first sound. */
const LEAD_IN = 0.1;

/** What is said and how loud it is; every change is heard at once. */
@Component({
  selector: 'nv-sound-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Checks, MatButtonModule, MatCheckboxModule, MatSliderModule, SelectField],
  template: `
    <mat-checkbox [checked]="current().cues" (change)="change({ cues: $event.checked })">
      {{ words.cues }}
    </mat-checkbox>
    <nv-checks
      [legend]="words.counts"
      [words]="words.counted"
      [value]="current().counts"
      (valueChange)="count($event)"
    />
    <nv-select
      [label]="words.rounds"
      [words]="words.silentAfter"
      [value]="rounds()"
      (valueChange)="quieten($event)"
    />
    @for (part of parts; track part) {
      <label class="loud">
        <span>{{ words.loudness[part] }}</span>
        <mat-slider min="0" max="1" step="0.05">
          <input matSliderThumb [value]="current().loudness[part]" (valueChange)="turn(part, $event)" />
        </mat-slider>
        <output>{{ words.percent(current().loudness[part]) }}</output>
      </label>
    }
    @if (canVibrate) {
      <mat-checkbox [checked]="current().vibrates === true" (change)="change({ vibrates: $event.checked })">
        {{ words.vibrates }}
      </mat-checkbox>
    }
    <p>
      <button matButton="outlined" type="button" (click)="hear()">{{ words.hear }}</button>
      <span class="soft" role="status">{{ heardHow() }}</span>
    </p>
  `,
  styles: `
    :host {
      display: grid;
      gap: 0.75rem;
    }
    mat-checkbox {
      margin-left: -0.5rem;
    }
    .loud {
      display: grid;
      grid-template-columns: 8.5rem 1fr 3.5rem;
      align-items: center;
      gap: 0.75rem;
    }
    output {
      text-align: right;
      font-variant-numeric: tabular-nums;
    }
    p {
      display: flex;
      align-items: center;
      gap: 0.75rem;
    }
  `,
})
export class SoundPanel {
  protected readonly words = soundWords;
  protected readonly canVibrate = canVibrate();
  readonly sound = input.required<SoundChoice>();
  readonly naming = input.required<Naming>();
  readonly changed = output<SoundChoice>();

  private readonly stages = inject(Stages);
  private readonly recordings = inject(VoiceRecordings);
  private readonly ownVoices = inject(OwnVoices);
  protected readonly parts = ['voice', 'tones', 'ticks'] as const satisfies readonly (keyof Loudness)[];
  protected readonly current = linkedSignal(() => this.sound());
  protected readonly rounds = computed((): Rounds => {
    const { silentAfter } = this.current();
    return (silentAfter === null ? 'never' : String(silentAfter)) as Rounds;
  });

  private stage: Stage | null = null;
  private scheduler: SoundScheduler | null = null;
  private looking = new Subscription();
  private readonly silent = signal(false);
  protected readonly heardHow = computed(() => {
    if (this.silent()) return this.words.noSound;
    const state = this.recordings.state();
    return state === 'failed' ? this.words.noVoice : state === 'loading' ? this.words.loadingVoice : '';
  });

  constructor() {
    void this.recordings.load();
    void this.ownVoices.load();
    inject(DestroyRef).onDestroy(() => this.hush());
  }

  protected count(counts: readonly CountedAloud[]): void {
    this.change({ counts });
  }

  protected quieten(rounds: Rounds): void {
    this.change({ silentAfter: rounds === 'never' ? null : Number(rounds) });
  }

  protected turn(part: keyof Loudness, share: number): void {
    this.change({ loudness: { ...this.current().loudness, [part]: share } });
  }

  protected change(part: Partial<SoundChoice>): void {
    const next = { ...this.current(), ...part };
    this.current.set(next);
    this.changed.emit(next);
    if (this.scheduler) this.scheduler.hear(this.heardNow());
    else void this.hear();
  }

  /** A round is heard from its first inhale, and then it is quiet again. */
  protected async hear(): Promise<void> {
    this.hush();
    const [stage] = await Promise.all([this.stages.open(), this.recordings.load()]);
    // Pressed twice: the later one is heard.
    this.hush();
    this.stage = stage;
    this.silent.set(!stage.audible);
    const begins = stage.now() + LEAD_IN - FIRST / 1000;
    const scheduler = new SoundScheduler(stage, SAMPLE, begins, this.heardNow());
    this.scheduler = scheduler;
    scheduler.skipTo(FIRST);
    this.looking = interval(LOOK_EVERY).subscribe(() => {
      if (scheduler.position() > FIRST + SAMPLE_LENGTH) this.hush();
      else scheduler.lookAhead();
    });
  }

  private heardNow(): Heard {
    const own = this.ownVoices.clips();
    return { sound: { ...this.current(), ...(own && { own }) }, naming: this.naming() };
  }

  private hush(): void {
    this.looking.unsubscribe();
    this.scheduler?.silence();
    this.scheduler = null;
    void this.stage?.close();
    this.stage = null;
  }
}
