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
import { routes } from '@nuvrah/contract';
import { DEFAULT_SOUND, millis, phraseOf, splice, type Saying } from '@nuvrah/core';
import { Api } from '../../api/api';
import { sending } from '../../api/sending';
import { ownVoiceWords } from '../../words/own-voice-words';
import { WordRecorder, type Recording } from '../microphone/word-recorder';
import { OwnVoices } from './own-voices';
import { Stages, type Stage } from './stage';

/** Some words, to be recorded in one's own voice, heard, and taken out again. */
@Component({
  selector: 'nv-record-words',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  template: `
    <button
      matButton="outlined"
      type="button"
      [class.on]="recording()"
      [disabled]="busy()"
      [attr.aria-label]="recording() ? words.stopOf(text()) : words.recordOf(text())"
      (click)="record()"
    >
      {{ recording() ? words.stop : has() ? words.again : words.record }}
    </button>
    @if (has() && !recording()) {
      <button
        matButton
        type="button"
        [disabled]="busy()"
        [attr.aria-label]="words.hearOf(text())"
        (click)="hear()"
      >
        {{ words.hear }}
      </button>
      <button
        matButton
        type="button"
        [disabled]="busy()"
        [attr.aria-label]="words.takeOutOf(text())"
        (click)="takeOut()"
      >
        {{ words.takeOut }}
      </button>
    }
    @if (problem(); as said) {
      <p role="alert" class="wrong">{{ said }}</p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
    }
    .on {
      color: var(--ground);
      background: var(--ink);
    }
    p {
      flex-basis: 100%;
      margin: 0;
    }
  `,
})
export class RecordWords {
  protected readonly words = ownVoiceWords;
  readonly text = input.required<string>();

  private readonly api = inject(Api);
  private readonly recorder = inject(WordRecorder);
  private readonly voices = inject(OwnVoices);
  private readonly stages = inject(Stages);
  private readonly sending = sending();
  private readonly preparing = signal(false);
  protected readonly recording = signal<Recording | null>(null);
  private readonly refused = signal<string | null>(null);
  protected readonly busy = computed(() => this.sending.busy() || this.preparing());
  protected readonly problem = computed(() => this.refused() ?? this.sending.message());
  protected readonly has = computed(() => this.voices.recorded()?.has(phraseOf(this.text())) ?? false);
  private stage: Stage | null = null;

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      this.recording()?.stop();
      void this.stage?.close();
    });
  }

  /** Begins, or ends what is being recorded and keeps it. */
  protected record(): void {
    const running = this.recording();
    if (running) return running.stop();
    const text = this.text();
    const recording = this.recorder.begin();
    this.recording.set(recording);
    this.refused.set(null);
    void recording.done.then((made) => {
      this.recording.set(null);
      if (made.kind === 'problem') return this.refused.set(this.words.problems[made.code]);
      const body = { words: text, samples: made.samples };
      this.sending.send(this.api.call(routes.keepRecording, { body }), (voice) => {
        this.preparing.set(true);
        void this.voices
          .take(voice)
          .catch(() => this.refused.set(this.words.keptNotHeard))
          .finally(() => this.preparing.set(false));
      });
    });
  }

  protected takeOut(): void {
    const body = { words: this.text() };
    this.sending.send(this.api.call(routes.removeRecording, { body }), (voice) => {
      void this.voices.take(voice).catch(() => this.refused.set(this.words.outNotHeard));
    });
  }

  /** Says it as a session would. */
  protected async hear(): Promise<void> {
    await this.stage?.close();
    const stage = await this.stages.open();
    this.stage = stage;
    if (!stage.audible) return this.refused.set(this.words.noSound);
    const spliced = splice(this.text(), this.voices.clips() ?? undefined);
    const saying: Saying = {
      kind: 'own',
      at: millis(0),
      until: spliced?.length ?? millis(0),
      words: this.text(),
      clips: spliced?.clips ?? null,
    };
    stage.setLoudness(DEFAULT_SOUND.loudness);
    stage.say(saying, stage.now());
  }
}
