import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  Injector,
  input,
  linkedSignal,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router } from '@angular/router';
import type { SessionOwner } from '@nuvrah/contract';
import {
  CAUTION_LINE,
  COMPOSE_MINUTES,
  DAY_PARTS,
  dayPartAt,
  GOALS,
  techniqueName,
  withFreshIds,
  type ComposeProblem,
  type ComposeRequest,
  type DayPart,
  type Goal,
  type Proposal,
  type Swap,
} from '@nuvrah/core';
import type { Subscription } from 'rxjs';
import { AccountStore } from '../../api/account';
import { ScreeningClock } from '../../api/screening-clock';
import { sending } from '../../api/sending';
import { Sessions } from '../../api/sessions';
import { Checks } from '../../ui/checks';
import { Notices } from '../../ui/notices';
import { NumberField } from '../../ui/number-field';
import { wholeForm } from '../../ui/number-forms';
import { SelectField } from '../../ui/select-field';
import { composeWords } from '../../words/compose-words';
import type { Wanted } from './compose-request';
import { Composer } from './composer';
import { ProposalCard } from './proposal-card';

/** Sessions that were composed from one request. */
interface Found {
  readonly request: ComposeRequest;
  readonly proposals: readonly Proposal[];
}

/** What for, how long, and three sessions proposed: each explained, and compared fairly. One becomes an ordinary session. */
@Component({
  selector: 'nv-compose-work',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Checks, MatButtonModule, NumberField, ProposalCard, SelectField],
  templateUrl: './compose-work.html',
  styleUrl: './compose-work.scss',
})
export class ComposeWork {
  protected readonly words = composeWords.composePage;
  /** Whose the session becomes. */
  readonly owner = input.required<SessionOwner>();
  /** What is composed from, once it is said what for and how long. */
  readonly requestOf = input.required<(wanted: Wanted) => ComposeRequest>();
  /** Goals that are chosen at first. */
  readonly firstGoals = input<readonly Goal[]>([]);
  /** Whether anything can be composed at all. */
  readonly ready = input(true);

  private readonly sessions = inject(Sessions);
  private readonly composer = inject(Composer);
  private readonly account = inject(AccountStore);
  private readonly router = inject(Router);
  private readonly notices = inject(Notices);
  private readonly injector = inject(Injector);
  private readonly results = viewChild<ElementRef<HTMLElement>>('results');
  private readonly day = inject(ScreeningClock).day;

  protected readonly caution = CAUTION_LINE;
  protected readonly goalWords = GOALS;
  protected readonly range = COMPOSE_MINUTES;
  private readonly ownerKey = computed(() => JSON.stringify(this.owner()));
  /** As they were when the page was opened: asking about today keeps what was chosen. */
  protected readonly goals = linkedSignal<string, readonly Goal[]>({
    source: this.ownerKey,
    computation: () => untracked(this.firstGoals),
  });
  protected readonly dayParts = DAY_PARTS;
  protected readonly dayPart = signal<DayPart>(dayPartAt(this.day().now, this.account.required().timeZone));
  protected readonly minutes = signal(20);
  protected readonly minutesForm = wholeForm(COMPOSE_MINUTES.from, COMPOSE_MINUTES.to, this.words.minutes);
  /** 0 to 1 while it is at work, else null. */
  protected readonly progress = signal<number | null>(null);
  protected readonly problem = signal<ComposeProblem | null>(null);
  /** What was found, and what it was composed from. */
  protected readonly found = signal<Found | null>(null);
  protected readonly sent = sending();
  private work: Subscription | null = null;
  /** Milliseconds of the ruler that all share: the longest. */
  protected readonly ruler = computed(() =>
    Math.max(1, ...(this.found()?.proposals.map(({ numbers }) => numbers.seconds * 1000) ?? [])),
  );

  /** What was found is true no more: today, or who is asked for, is another. */
  forget(): void {
    this.cancel();
    this.found.set(null);
  }

  protected compose(event: Event): void {
    event.preventDefault();
    this.problem.set(null);
    this.found.set(null);
    this.progress.set(0);
    const request = this.requestOf()({
      goals: this.goals(),
      minutes: this.minutes(),
      dayPart: this.dayPart(),
    });
    this.work = this.composer.compose(request).subscribe({
      next: (message) => {
        if (message.kind === 'progress') return this.progress.set(message.done);
        this.progress.set(null);
        if (message.answer.ok) this.show({ request, proposals: message.answer.value });
        else this.problem.set(message.answer.problem);
      },
      error: () => {
        this.progress.set(null);
        this.sent.say(composeWords.proposalCard.failed);
      },
    });
  }

  /** Shown where the eye is: the question about today may stand above it, opened. */
  private show(found: Found): void {
    this.found.set(found);
    afterNextRender(() => this.results()?.nativeElement.scrollIntoView({ block: 'start' }), {
      injector: this.injector,
    });
  }

  protected cancel(): void {
    this.work?.unsubscribe();
    this.progress.set(null);
  }

  protected swap(index: number, { technique, inPlaceOf, proposal }: Swap): void {
    const before = this.found();
    if (!before) return;
    const { naming } = this.account.required();
    const after = { ...before, proposals: before.proposals.with(index, proposal) };
    this.found.set(after);
    this.notices.say(
      this.words.putInPlaceOf(techniqueName(technique, naming), techniqueName(inPlaceOf, naming)),
      { label: this.words.undo, run: () => this.found.update((now) => (now === after ? before : now)) },
    );
  }

  /** From here on it is a session like any other. */
  protected use({ session }: Proposal): void {
    this.sent.send(
      this.sessions.add(
        this.owner(),
        withFreshIds(session, () => crypto.randomUUID()),
      ),
      ({ id }) => void this.router.navigate(['/bench', id]),
    );
  }
}
