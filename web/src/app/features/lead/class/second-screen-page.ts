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
import { screenNewsAddress, type LiveNews, type ShownClass } from '@nuvrah/contract';
import { classFromKept, placeNow, type ClassPlace, type ClassRun } from '@nuvrah/core';
import { catchError, EMPTY, switchMap, tap, type Observable, type Subscription } from 'rxjs';
import type { ApiProblem } from '../../../api/api';
import { Classes } from '../../../api/classes';
import { LiveClasses } from '../../../api/live';
import { asked } from '../../../api/loaded';
import { NEWS_STREAM, newsFrom } from '../../../api/news-stream';
import { SharedTime } from '../../../api/shared-time';
import { WakeLock } from '../../../shared/playback/wake-lock';
import { classLeadWords } from '../../../words/class-lead-words';
import { ClassOnShow, machineClock, openShow, type ShowMessage } from './class-on-show';
import { ClassScreen } from './class-screen';

/** What the leader's screen shows, a moment later, in this browser or on another machine: nothing is led from here. */
@Injectable()
export class ClassMirror extends ClassOnShow {
  private readonly api = inject(LiveClasses);
  private readonly time = inject(SharedTime);
  private readonly newStream = inject(NEWS_STREAM);
  private readonly shown = signal<ClassRun | null>(null);
  override readonly run = this.shown.asReadonly();
  private readonly called = signal<Readonly<Record<string, string>>>({});
  override readonly names = this.called.asReadonly();
  private readonly said = signal<string | null>(null);
  /** Why nothing can be shown. */
  readonly problem = this.said.asReadonly();
  private place: ClassPlace = { at: 0, when: 0, goesOn: false };
  /** The clock by which the place holds; null while its time is not known. */
  private clock: () => number | null = machineClock;
  /** The version of what is shown from the server; null where it comes from a window of this browser. */
  private version: number | null = null;
  private readonly channel = openShow();
  private news: Subscription | null = null;
  private classId = '';

  constructor() {
    super();
    inject(DestroyRef).onDestroy(() => {
      this.channel.close();
      this.news?.unsubscribe();
    });
    this.channel.onmessage = ({ data }: MessageEvent<ShowMessage>) => {
      if (data.kind === 'asks' || data.classId !== this.classId) return;
      // The leader's window is in this browser: what it tells itself is sooner here, and needs no network.
      this.news?.unsubscribe();
      this.clock = machineClock;
      if (data.kind === 'stands') this.place = data.place;
      else {
        this.called.set(data.names);
        this.shown.set(data.run);
      }
    };
  }

  /** Shows what is led of a class, as soon as the leader's screen tells, or the server. */
  show(classId: string): void {
    this.classId = classId;
    this.news?.unsubscribe();
    this.time.start();
    this.news = newsFrom(this.newStream, screenNewsAddress(classId))
      .pipe(switchMap((news) => this.heard(news)))
      .subscribe();
    this.channel.postMessage({ kind: 'asks' } satisfies ShowMessage);
  }

  /** What came from the server. A place holds for the lanes of its version. */
  private heard(news: LiveNews): Observable<unknown> {
    if (news.kind === 'place' && news.version === this.version) {
      this.place = news.place;
      return EMPTY;
    }
    return this.api.shownOnScreens(this.classId).pipe(
      tap(({ shown }) => this.take(shown)),
      // Looked at again with the next news.
      catchError((problem: ApiProblem) => {
        if (problem.kind === 'refused') this.said.set(problem.message);
        return EMPTY;
      }),
    );
  }

  private take(shown: ShownClass | null): void {
    this.said.set(null);
    this.version = shown?.version ?? null;
    if (!shown) return this.shown.set(null);
    this.clock = () => this.time.now();
    if (shown.place) this.place = shown.place;
    this.called.set(shown.names);
    try {
      this.shown.set(classFromKept(shown.run));
    } catch {
      // Written by the application of another version.
      this.said.set(classLeadWords.secondScreen.otherVersion);
    }
  }

  override position(): number {
    return placeNow(this.place, this.clock() ?? this.place.when);
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
  providers: [ClassMirror, { provide: ClassOnShow, useExisting: ClassMirror }, SharedTime, WakeLock],
  template: `
    @if (mirror.run()) {
      <nv-class-screen [group]="group.value()?.name ?? ''" />
    } @else {
      <h1 class="wait">{{ mirror.problem() ?? words.waits }}</h1>
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
  private readonly classes = inject(Classes);
  protected readonly mirror = inject(ClassMirror);
  protected readonly group = asked(this.id, (id) => this.classes.get(id));

  constructor() {
    const root = inject(DOCUMENT).documentElement;
    root.classList.add('dark');
    inject(WakeLock).keep();
    effect(() => this.mirror.show(this.id()));
    inject(DestroyRef).onDestroy(() => root.classList.remove('dark'));
  }
}
