import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { phoneNewsAddress, type LiveNews, type PhoneClass, type PhoneTells } from '@nuvrah/contract';
import { placeNow, type PhoneLane } from '@nuvrah/core';
import type { ApiProblem } from '../../api/api';
import { BrowserStore } from '../../api/browser-store';
import { LiveClasses } from '../../api/live';
import { NEWS_STREAM, STREAM_CLOSED, type NewsStream } from '../../api/news-stream';
import { SharedTime } from '../../api/shared-time';

const KEPT_AS = 'phone';
/** Milliseconds until a stream that was refused is opened again, and until what could not be told is told again. */
const AGAIN = 3_000;

/** Something that is done once more, a little later; what was to be done before is done no more. */
class Later {
  private timer: ReturnType<typeof setTimeout> | null = null;

  do(what: () => void): void {
    this.never();
    this.timer = setTimeout(what, AGAIN);
  }

  never(): void {
    if (this.timer !== null) clearTimeout(this.timer);
    this.timer = null;
  }
}

/** What this phone keeps: by which secret it follows, and what it has to tell still. */
interface Kept {
  readonly token: string;
  readonly after: PhoneTells['after'] | null;
}

type Telling = 'nothing' | 'sending' | 'told' | 'waiting' | 'not-kept';

/** A phone that follows a class: what it shows, in step with whoever leads, also while the connection is gone. */
@Injectable()
export class PhoneFollower {
  private readonly api = inject(LiveClasses);
  private readonly time = inject(SharedTime);
  private readonly store = inject(BrowserStore);
  private readonly newStream = inject(NEWS_STREAM);

  private kept: Kept | null = this.store.read<Kept>(KEPT_AS);
  private stream: NewsStream | null = null;
  private readonly connecting = new Later();
  private readonly tellingAgain = new Later();
  private readonly lookingAgain = new Later();
  private readonly current = signal<PhoneClass | null>(null);
  readonly shown = this.current.asReadonly();
  private readonly isConnected = signal(false);
  /** Whether news come; without them it goes on as it was told last. */
  readonly connected = this.isConnected.asReadonly();
  private readonly isBusy = signal(false);
  readonly busy = this.isBusy.asReadonly();
  private readonly said = signal<string | null>(null);
  readonly problem = this.said.asReadonly();
  private readonly where = signal<Telling>('nothing');
  readonly telling = computed((): Telling => (this.shown()?.toldAt ? 'told' : this.where()));
  private readonly isResting = signal(false);
  /** Whether somebody breathes naturally because they asked to: at once, whatever becomes of the wish. */
  readonly resting = this.isResting.asReadonly();
  private readonly follows = signal(this.kept !== null);
  readonly following = this.follows.asReadonly();

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stop());
    if (this.kept) this.connect();
  }

  private stop(): void {
    this.stream?.close();
    this.stream = null;
    this.connecting.never();
    this.tellingAgain.never();
    this.lookingAgain.never();
  }

  /** Follows the class with this code. */
  join(code: string): void {
    if (this.isBusy()) return;
    this.isBusy.set(true);
    this.said.set(null);
    this.api.join(code).subscribe({
      next: ({ token }) => {
        this.isBusy.set(false);
        this.keep({ token, after: null });
        this.follows.set(true);
        this.connect();
      },
      error: ({ message }: ApiProblem) => {
        this.isBusy.set(false);
        this.said.set(message);
      },
    });
  }

  /** Lets go of this class: another can be joined. */
  leave(why: string | null = null): void {
    this.stop();
    this.kept = null;
    this.store.remove(KEPT_AS);
    this.current.set(null);
    this.where.set('nothing');
    this.follows.set(false);
    this.said.set(why);
  }

  choose(person: string | null): void {
    const { kept } = this;
    if (!kept || this.isBusy()) return;
    this.isBusy.set(true);
    this.said.set(null);
    this.api.choose(kept.token, person).subscribe({
      next: (shown) => {
        this.isBusy.set(false);
        this.current.set(shown);
      },
      error: ({ message }: ApiProblem) => {
        this.isBusy.set(false);
        this.said.set(message);
        this.look();
      },
    });
  }

  /** Counts again, before what was asked for is over. */
  countAgain(): void {
    this.isResting.set(false);
  }

  /** Raises or lowers the hand, or asks to be led more easily. */
  tell(body: PhoneTells): void {
    const { kept } = this;
    if (!kept) return;
    if (body.wish) this.isResting.set(body.wish.way === 'rest');
    this.said.set(null);
    this.api.tell(kept.token, body).subscribe({
      next: (shown) => this.current.set(shown),
      error: ({ message }: ApiProblem) => this.said.set(message),
    });
  }

  /** Tells how it was; without a connection it is kept here, and told when that is back. */
  tellAfter(after: NonNullable<PhoneTells['after']>): void {
    const { kept } = this;
    if (!kept) return;
    const stays = this.keep({ ...kept, after });
    this.where.set('sending');
    this.api.tell(kept.token, { after }).subscribe({
      next: (shown) => {
        this.keep({ ...kept, after: null });
        this.current.set(shown);
      },
      error: (problem: ApiProblem) => {
        if (problem.kind === 'refused') return this.refused(problem);
        this.where.set(stays ? 'waiting' : 'not-kept');
        this.tellingAgain.do(() => this.tellAfter(after));
      },
    });
  }

  private keep(kept: Kept): boolean {
    this.kept = kept;
    return this.store.write(KEPT_AS, kept);
  }

  private connect(): void {
    const { kept } = this;
    if (!kept) return;
    this.time.start();
    this.stream?.close();
    const stream = this.newStream(phoneNewsAddress(kept.token));
    this.stream = stream;
    stream.onmessage = ({ data }) => this.hear(JSON.parse(data) as LiveNews);
    stream.onopen = () => this.isConnected.set(true);
    stream.onerror = () => {
      this.isConnected.set(false);
      // Cut, the browser connects again by itself; refused, it does not: what it follows may be gone.
      if (stream.readyState !== STREAM_CLOSED) return;
      this.look();
      this.connecting.do(() => this.connect());
    };
    if (kept.after) this.tellAfter(kept.after);
  }

  private hear(news: LiveNews): void {
    this.isConnected.set(true);
    // A place of other lanes than those that are shown would put them out of step.
    if (news.kind === 'changed' || news.version !== this.shown()?.version) return this.look();
    this.current.update((shown) => shown && { ...shown, place: news.place });
  }

  private look(): void {
    const { kept } = this;
    if (!kept) return;
    this.api.follow(kept.token).subscribe({
      next: (shown) => {
        if (this.kept?.token !== kept.token) return;
        // The wish was seen to: what is led for them says it from now on.
        if (this.shown()?.wish && !shown.wish) this.isResting.set(false);
        this.current.set(shown);
      },
      error: (problem: ApiProblem) => {
        if (problem.kind === 'refused') return this.refused(problem);
        this.lookingAgain.do(() => this.look());
      },
    });
  }

  /** The class is gone, with all that was known of this phone; any other refusal is said. */
  private refused(problem: ApiProblem & { readonly kind: 'refused' }): void {
    const { status } = problem.problem;
    if (status === 410 || status === 404) this.leave(problem.message);
    else this.said.set(problem.message);
  }

  /** Milliseconds until somebody who came late falls in with the others; zero or less where they need not wait. */
  waits(): number {
    const [fallsIn, now] = [this.shown()?.fallsIn ?? null, this.time.now()];
    return fallsIn === null || now === null ? 0 : fallsIn - now;
  }

  /** Where the class stands now, in milliseconds on its clock; null while that is not known. */
  position(): number | null {
    const place = this.shown()?.place;
    const now = this.time.now();
    return place && now !== null ? placeNow(place, now) : null;
  }

  /** The lane that is shown, as core reads it. */
  readonly lane = computed(() => (this.shown()?.lane ?? null) as PhoneLane | null);

  /** What was said last: by who leads, or what went wrong. */
  readonly message = computed(() => this.said() ?? this.shown()?.said ?? '');
}
