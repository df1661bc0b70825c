import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  DOCUMENT,
  effect,
  inject,
  Injectable,
  input,
  signal,
} from '@angular/core';
import { classState, type ClassRun } from '@nuvrah/core';
import { Classes } from '../../../api/classes';
import { asked } from '../../../api/loaded';
import { WakeLock } from '../../../shared/playback/wake-lock';
import { classLeadWords } from '../../../words/class-lead-words';
import { ClassOnShow, machineClock, openShow, type ShowMessage } from './class-on-show';
import { ClassScreen } from './class-screen';

/** What the leader's screen shows, a moment later: nothing is led from here. */
@Injectable()
export class ClassMirror extends ClassOnShow {
  private readonly shown = signal<ClassRun | null>(null);
  override readonly run = this.shown.asReadonly();
  private readonly called = signal<Readonly<Record<string, string>>>({});
  override readonly names = this.called.asReadonly();
  private place: { readonly at: number; readonly when: number } = { at: 0, when: machineClock() };
  private readonly channel = openShow();
  private sessionId = '';

  constructor() {
    super();
    inject(DestroyRef).onDestroy(() => this.channel.close());
    this.channel.onmessage = ({ data }: MessageEvent<ShowMessage>) => {
      if (data.kind === 'asks' || data.sessionId !== this.sessionId) return;
      if (data.kind === 'stands') this.place = data;
      else {
        this.called.set(data.names);
        this.shown.set(data.run);
      }
    };
  }

  /** Shows what is led of a session, as soon as the leader's screen tells. */
  show(sessionId: string): void {
    this.sessionId = sessionId;
    this.channel.postMessage({ kind: 'asks' } satisfies ShowMessage);
  }

  override position(): number {
    const run = this.shown();
    const goesOn = run !== null && classState(run) === 'leading';
    return this.place.at + (goesOn ? machineClock() - this.place.when : 0);
  }

  override follow(): void {
    // The leader's screen ends what is over.
  }
}

/** A second screen or projector for the room: the lanes of a class without controls. */
@Component({
  selector: 'nv-second-screen-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ClassScreen],
  providers: [ClassMirror, { provide: ClassOnShow, useExisting: ClassMirror }, WakeLock],
  template: `
    @if (mirror.run()) {
      <nv-class-screen [group]="group.value()?.name ?? ''" />
    } @else {
      <h1 class="wait">{{ words.waits }}</h1>
    }
  `,
  styles: `
    :host {
      display: block;
      min-height: 100vh;
      background: var(--ground);
      color: var(--ink);
    }
    .wait {
      padding: 30vh 2rem 0;
      font-size: 2rem;
      text-align: center;
    }
  `,
})
export class SecondScreenPage {
  protected readonly words = classLeadWords.secondScreen;
  /** The class. */
  readonly id = input.required<string>();
  /** The session that is led. */
  readonly session = input.required<string>();

  private readonly classes = inject(Classes);
  protected readonly mirror = inject(ClassMirror);
  protected readonly group = asked(this.id, (id) => this.classes.get(id));

  constructor() {
    const root = inject(DOCUMENT).documentElement;
    root.classList.add('dark');
    inject(WakeLock).keep();
    effect(() => this.mirror.show(this.session()));
    inject(DestroyRef).onDestroy(() => root.classList.remove('dark'));
  }
}
