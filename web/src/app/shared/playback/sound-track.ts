import { ChangeDetectionStrategy, Component, DestroyRef, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { timelineToVtt, type Timeline } from '@nuvrah/core';
import { Subscription } from 'rxjs';
import { AccountStore } from '../../api/account';
import { saveFile } from '../../ui/save-file';
import { SoundMaker, type TrackFormat } from './sound-maker';
import { leadWords } from '../../words/lead-words';

const FILE_TYPES: Readonly<Record<TrackFormat, string>> = { mp3: 'audio/mpeg', wav: 'audio/wav' };

/** The session as sound for practice at home, and what is said in it as captions; rendered in a worker. */
@Component({
  selector: 'nv-sound-track',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  template: `
    <div class="ways">
      @for (format of formats; track format) {
        <button
          matButton
          type="button"
          [disabled]="progress() !== null || held().length > 0"
          (click)="render(format)"
        >
          {{ words.sound[format] }}
        </button>
      }
      <button matButton type="button" [disabled]="held().length > 0" (click)="captions()">
        {{ words.captionsWebvtt }}
      </button>
    </div>
    @if (held().length > 0) {
      <p class="soft">{{ words.neitherIsGivenOut }}</p>
    }
    @if (progress() !== null) {
      <div class="ways">
        <progress max="1" [attr.aria-label]="words.soundTrack" [value]="progress()"></progress>
        <button matButton type="button" (click)="cancel()">{{ words.cancel }}</button>
      </div>
    }
    @if (failed()) {
      <p class="notice problem" role="alert">{{ words.failed }}</p>
    }
  `,
  styles: `
    .ways {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      margin-left: -0.75rem;
    }
    progress {
      flex: 1;
      margin-left: 0.75rem;
    }
  `,
})
export class SoundTrack {
  protected readonly words = leadWords.soundTrack;
  readonly timeline = input.required<Timeline>();
  /** Lines of each passage that the captions tell with its first; asked for when they are made. */
  readonly instructions = input.required<() => readonly (readonly string[])[]>();
  /** Of the files, without their endings. */
  readonly name = input.required<string>();

  /** What keeps the session from being given out, in words. */
  readonly held = input<readonly string[]>([]);

  private readonly account = inject(AccountStore);
  private readonly maker = inject(SoundMaker);
  protected readonly formats = ['mp3', 'wav'] as const;
  protected readonly progress = signal<number | null>(null);
  protected readonly failed = signal(false);
  private work = new Subscription();

  constructor() {
    inject(DestroyRef).onDestroy(() => this.cancel());
  }

  protected render(format: TrackFormat): void {
    this.failed.set(false);
    this.progress.set(0);
    const name = this.name();
    this.work = this.maker.render(this.timeline(), this.account.required(), format).subscribe({
      next: (message) => {
        if (message.kind === 'progress') return this.progress.set(message.done);
        this.progress.set(null);
        saveFile(`${name}.${format}`, FILE_TYPES[format], message.bytes);
      },
      error: () => {
        this.progress.set(null);
        this.failed.set(true);
      },
    });
  }

  protected captions(): void {
    const text = timelineToVtt(this.timeline(), this.account.required().naming, this.instructions()());
    saveFile(`${this.name()}.vtt`, 'text/vtt', text);
  }

  protected cancel(): void {
    this.work.unsubscribe();
    this.progress.set(null);
  }
}
