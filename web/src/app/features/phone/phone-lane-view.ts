import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  type ElementRef,
  signal,
  viewChild,
} from '@angular/core';
import { beatAt, millis, phoneMoment, phoneNote, type PhoneMoment } from '@nuvrah/core';
import { feel } from '../../shared/playback/vibration';
import { soundNote } from '../../shared/playback/tone';
import { phoneWords } from '../../words/phone-words';
import { PhoneFollower } from './phone-follower';

/** How far ahead a tone is handed to the sound of the device, milliseconds. */
const AHEAD = 250;

/** What a phone shows while its class is led. */
type View =
  | { readonly kind: 'looking' | 'paused' | 'done' }
  | { readonly kind: 'falls-in'; readonly seconds: number }
  | { readonly kind: 'led'; readonly moment: PhoneMoment };

/** The own lane on a phone: side, phase and count, large enough to be read from the floor. */
@Component({
  selector: 'nv-phone-lane-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let shown = view();
    @if (shown.kind === 'led') {
      <div class="phase" [class]="tone()">
        <p class="say">{{ resting() ? words.natural : shown.moment.phrase.say }}</p>
        <p class="count" aria-hidden="true">
          @if (!resting() && shown.moment.count; as count) {
            {{ count.now }} <small>{{ words.ofCounts(count.of) }}</small>
          }
        </p>
        <div class="bar" aria-hidden="true"><div #over class="over"></div></div>
      </div>
      @if (!resting()) {
        <p class="fingers">{{ shown.moment.phrase.fingers }}</p>
        <p class="soft">
          @if (shown.moment.next; as next) {
            {{ words.next(next.say) }}
          }
        </p>
      }
    } @else {
      <p class="wait" role="status">{{ waits() }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      align-content: center;
      gap: 0.5rem;
      text-align: center;
    }
    p {
      margin: 0;
    }
    .phase {
      padding: 1.5rem 1rem;
      border: 3px solid var(--edge);
      border-radius: 8px;
    }
    .left {
      border-color: var(--left);
      background: var(--left-fill);
    }
    .right {
      border-color: var(--right);
      background: var(--right-fill);
    }
    .say {
      min-height: 2.3em;
      font: 400 clamp(2rem, 11vw, 3.5rem) / 1.15 var(--serif);
    }
    .count {
      min-height: 1.1em;
      font: 600 clamp(4rem, 30vw, 9rem) / 1.1 var(--sans);
      font-variant-numeric: tabular-nums;
    }
    .count small {
      font-size: 0.25em;
    }
    .bar {
      height: 0.75rem;
      overflow: hidden;
      border: 1px solid var(--edge);
      border-radius: 4px;
    }
    .over {
      height: 100%;
      background: var(--ink);
      transform: scaleX(0);
      transform-origin: left;
      will-change: transform;
    }
    .fingers {
      min-height: 1.4em;
      font-size: 1.125rem;
    }
    .wait {
      padding: 3rem 1rem;
      font: 400 1.75rem / 1.3 var(--serif);
    }
  `,
})
export class PhoneLaneView {
  protected readonly words = phoneWords.page;
  private readonly follower = inject(PhoneFollower);
  private readonly over = viewChild<ElementRef<HTMLElement>>('over');

  protected readonly view = signal<View>({ kind: 'looking' });
  protected readonly waits = computed(() => {
    const view = this.view();
    if (view.kind === 'falls-in') return this.words.fallsIn(view.seconds);
    if (view.kind === 'paused') return this.words.paused;
    return view.kind === 'done' ? this.words.noLane : this.words.looking;
  });
  protected readonly tone = computed(() => {
    const view = this.view();
    const side = view.kind === 'led' ? view.moment.phrase.side : null;
    return this.resting() ? '' : (side ?? '');
  });
  protected readonly resting = this.follower.resting;

  private sound: AudioContext | null = null;
  private readonly soundOn = signal(false);
  readonly sounds = this.soundOn.asReadonly();
  /** When the last stretch began whose tone was handed over, on the clock of the class. */
  private sounded = -1;

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      let frame = 0;
      const draw = (): void => {
        frame = requestAnimationFrame(draw);
        this.draw();
      };
      draw();
      destroyed.onDestroy(() => {
        cancelAnimationFrame(frame);
        void this.sound?.close();
      });
    });
  }

  /** A tone, or a stir, as each stretch begins. Must follow a press, or the browser keeps silent. */
  switchSound(): void {
    this.soundOn.update((on) => !on);
    if (this.soundOn()) this.sound ??= new AudioContext();
    void (this.soundOn() ? this.sound?.resume() : this.sound?.suspend());
  }

  private draw(): void {
    const next = this.look();
    const before = this.view();
    if (!looksTheSame(before, next)) this.view.set(next);
    if (next.kind !== 'led') return;
    const bar = this.over()?.nativeElement;
    if (bar) bar.style.transform = `scaleX(${next.moment.over.toFixed(4)})`;
  }

  private look(): View {
    const shown = this.follower.shown();
    const at = this.follower.position();
    if (!shown?.place || at === null) return { kind: 'looking' };
    if (!shown.place.goesOn) return { kind: 'paused' };
    const lane = this.follower.lane();
    if (!lane) return { kind: 'done' };
    const waits = this.follower.waits();
    if (waits > 0) return { kind: 'falls-in', seconds: Math.ceil(waits / 1000) };
    const moment = phoneMoment(lane, at);
    this.soundNext(at);
    if (moment) return { kind: 'led', moment };
    return { kind: at < lane.from ? 'looking' : 'done' };
  }

  private soundNext(at: number): void {
    const lane = this.follower.lane();
    if (!this.soundOn() || !this.sound || !lane || this.resting()) return;
    const index = beatAt(lane, at);
    const begins = lane.beats[index]?.to ?? Infinity;
    const beat = lane.beats[index + 1];
    const phrase = beat && lane.phrases[beat.phrase];
    if (!phrase || begins - at > AHEAD || begins === this.sounded) return;
    this.sounded = begins;
    const note = phoneNote(phrase, millis(begins));
    const after = (begins - at) / 1000;
    soundNote(this.sound, this.sound.destination, note, this.sound.currentTime + after);
    feel(note, after);
  }
}

const looksTheSame = (a: View, b: View): boolean => {
  if (a.kind === 'led' && b.kind === 'led')
    return (
      a.moment.phrase === b.moment.phrase &&
      a.moment.next === b.moment.next &&
      a.moment.count?.now === b.moment.count?.now
    );
  if (a.kind === 'falls-in' && b.kind === 'falls-in') return a.seconds === b.seconds;
  return a.kind === b.kind;
};
