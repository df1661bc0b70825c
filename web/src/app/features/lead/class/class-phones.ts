import { computed, DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
import type { Live, LiveLanes, Phone } from '@nuvrah/contract';
import { phoneLanesOf, millis, type ClassPlace, type ClassRun } from '@nuvrah/core';
import { catchError, concatMap, EMPTY, Subject, tap, type Observable } from 'rxjs';
import { AccountStore } from '../../../api/account';
import type { ApiProblem } from '../../../api/api';
import { BrowserStore } from '../../../api/browser-store';
import { LiveClasses } from '../../../api/live';
import { SharedTime } from '../../../api/shared-time';
import { phoneWords } from '../../../words/phone-words';
import { ClassRunner } from './class-runner';

/** Milliseconds between two tellings of where the class stands; phones' hands and wishes come back with the answer. */
const TELL_EVERY = 2_000;

const KEPT_AS = 'class-phones';

/** Phones that follow a session of a class, as this browser keeps them over a reload. */
interface Followed {
  readonly classId: string;
  readonly sessionId: string;
  readonly live: Live;
}

/** The phones that follow a class: they are told what is led, and what they ask is seen to. */
@Injectable()
export class ClassPhones {
  private readonly api = inject(LiveClasses);
  private readonly time = inject(SharedTime);
  private readonly store = inject(BrowserStore);
  private readonly account = inject(AccountStore);
  private readonly runner = inject(ClassRunner);

  private readonly followed = signal<Followed | null>(null);
  /** The code, and where it is typed; null while no phone may follow. */
  readonly live = computed(() => this.followed()?.live ?? null);
  private readonly all = signal<readonly Phone[]>([]);
  readonly phones = this.all.asReadonly();
  private readonly isOpening = signal(false);
  readonly opening = this.isOpening.asReadonly();
  private readonly trouble = signal<string | null>(null);
  /** Why phones could not be let in, or are not told just now. */
  readonly problem = this.trouble.asReadonly();
  /** Who raises a hand. */
  readonly hands = computed(() => this.all().filter(({ hand }) => hand));

  /** Requests one after the other: what is told later is told later. */
  private readonly queue = new Subject<() => Observable<readonly Phone[]>>();
  /** What waits in it. */
  private queued = 0;
  /** Wishes that were seen to: a phone that asks once more gets the same answer. */
  private readonly seenTo = new Map<string, string>();
  /** What is led, as the server was told it last. */
  private told: ClassRun | null = null;
  private handled: { readonly phone: string; readonly said: string }[] = [];

  constructor() {
    const telling = this.queue
      .pipe(
        concatMap((request) =>
          request().pipe(
            catchError((problem: ApiProblem) => {
              this.queued--;
              this.failed(problem);
              return EMPTY;
            }),
          ),
        ),
      )
      .subscribe((phones) => {
        this.queued--;
        this.trouble.set(null);
        this.heard(phones);
      });
    const timer = setInterval(() => this.tell(), TELL_EVERY);
    inject(DestroyRef).onDestroy(() => {
      clearInterval(timer);
      telling.unsubscribe();
      // Whoever leaves does not go on.
      const followed = this.followed();
      if (followed && this.runner.state() === 'over' && !this.over())
        this.api.end(followed.classId, followed.live.id).subscribe({ error: () => undefined });
    });
    // Whatever is led otherwise from now on is told at once.
    effect(() => {
      const run = this.runner.run();
      const followed = this.followed();
      this.over();
      if (run && followed && this.time.known()) untracked(() => this.show(followed));
    });
  }

  /** Whether nobody goes on any more: a stop that can still be taken back is a pause for phones. */
  private readonly over = computed(() => this.runner.state() === 'over' && this.runner.mayGoOnFor() === 0);

  /** What phones followed when the page went away is followed again. */
  takeUpAgain(classId: string, sessionId: string): void {
    const kept = this.store.read<Followed>(KEPT_AS);
    if (this.followed() || kept?.classId !== classId || kept.sessionId !== sessionId) return;
    this.time.start();
    this.followed.set(kept);
  }

  /** Lets phones follow. @param people how they are called: they are who a phone can be. */
  open(classId: string, sessionId: string, people: readonly string[]): void {
    if (this.followed() || this.isOpening()) return;
    this.isOpening.set(true);
    this.trouble.set(null);
    this.api.open(classId, { id: crypto.randomUUID(), people: [...new Set(people)] }).subscribe({
      next: (live) => {
        this.isOpening.set(false);
        const followed = { classId, sessionId, live };
        this.store.write(KEPT_AS, followed);
        this.time.start();
        this.followed.set(followed);
      },
      error: ({ message }: ApiProblem) => {
        this.isOpening.set(false);
        this.trouble.set(message);
      },
    });
  }

  /** The hand of a phone was seen. */
  lower(phone: Phone): void {
    this.answer(phone.id, phoneWords.saidToHand);
    this.tell();
  }

  /** Who is at the door by now: they are who a phone can be. */
  here(people: readonly string[]): void {
    const followed = this.followed();
    if (!followed || this.runner.run()) return;
    const atTheDoor = people.map((name) => ({ name, sittingId: null }));
    const body = { people: atTheDoor, lanes: [], place: null };
    this.request(() => this.api.change(followed.classId, followed.live.id, body));
  }

  /** Everybody who is led, with the sitting that is theirs. */
  private people(): LiveLanes['people'] {
    const sittingOf = new Map(this.runner.sittings().map(({ id, studentId }) => [studentId, id]));
    const names = Object.entries(this.runner.names());
    return names.map(([id, name]) => ({ name, sittingId: sittingOf.get(id) ?? null }));
  }

  private place(): ClassPlace | null {
    return this.runner.placeAt(this.time.now());
  }

  /** Tells phones what they show from now on. */
  private show({ classId, live }: Pick<Followed, 'classId' | 'live'>): void {
    const run = this.runner.run();
    const place = this.place();
    if (!run || !place) return;
    if (this.over()) {
      // The code is dead: the next class is another one.
      this.store.remove(KEPT_AS);
      return this.request(() => this.api.end(classId, live.id));
    }
    const { naming } = this.account.required();
    const lanes = phoneLanesOf(run, millis(Math.max(0, Math.floor(place.at))), {
      naming,
      nameOf: (student) => this.runner.namesOf([student]),
    });
    const body = { people: this.people(), lanes: lanes as never, place };
    this.request(() => this.api.change(classId, live.id, body).pipe(tap(() => (this.told = run))));
  }

  /** Where the class stands, every two seconds; where it is over, what phones told. */
  private tell(): void {
    const followed = this.followed();
    // With a slow connection nothing piles up.
    if (!followed || this.queued > 0) return;
    const { classId, live } = followed;
    if (this.over()) return this.request(() => this.api.end(classId, live.id));
    // A place holds for the lanes that are led: where these were not told, they are told first.
    const run = this.runner.run();
    if (run && run !== this.told) return this.show(followed);
    const handled = this.handled;
    this.handled = [];
    this.request(() => this.api.place(classId, live.id, { place: this.place(), handled }));
  }

  private request(send: () => Observable<readonly Phone[]>): void {
    this.queued++;
    this.queue.next(send);
  }

  private failed(problem: ApiProblem): void {
    // It was over, or forgotten: nothing follows any more.
    const gone = problem.kind === 'refused' && [404, 410].includes(problem.problem.status);
    if (gone) this.forget();
    this.trouble.set(problem.kind === 'away' ? phoneWords.panel.lost : problem.message);
  }

  private forget(): void {
    this.store.remove(KEPT_AS);
    this.followed.set(null);
    this.all.set([]);
  }

  private heard(phones: readonly Phone[]): void {
    this.all.set(phones);
    if (this.runner.state() !== 'leading') return;
    for (const { id, person, wish } of phones) {
      if (!wish) continue;
      const said = this.seenTo.get(wish.id) ?? this.runner.wish(this.studentOf(person), wish.way);
      this.seenTo.set(wish.id, said);
      this.answer(id, said);
    }
  }

  private answer(phone: string, said: string): void {
    this.handled = [...this.handled.filter((one) => one.phone !== phone), { phone, said }];
  }

  /** Whose phone it is; undefined for who only looks on. */
  studentOf(person: string | null): string | undefined {
    return Object.entries(this.runner.names()).find(([, name]) => name === person)?.[0];
  }
}
