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
import { Router, RouterLink } from '@angular/router';
import type { Student } from '@nuvrah/contract';
import {
  CAUTION_LINE,
  COMPOSE_MINUTES,
  DAY_PARTS,
  dayPartAt,
  GOALS,
  isDayChecked,
  techniqueName,
  withFreshIds,
  type ComposeProblem,
  type DayPart,
  type Goal,
  type ComposeRequest,
  type Proposal,
  type Swap,
} from '@nuvrah/core';
import { combineLatest, type Subscription } from 'rxjs';
import { AccountStore } from '../../api/account';
import { asked } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { ScreeningClock } from '../../api/screening-clock';
import { sending } from '../../api/sending';
import { Sessions } from '../../api/sessions';
import { Sittings } from '../../api/sittings';
import { Students } from '../../api/students';
import { Checks } from '../../ui/checks';
import { Notices } from '../../ui/notices';
import { NumberField } from '../../ui/number-field';
import { wholeForm } from '../../ui/number-forms';
import { SelectField } from '../../ui/select-field';
import { Fold } from '../../ui/fold';
import { DayCheckForm } from '../../shared/day-check/day-check-form';
import { composeRequestOf } from './compose-request';
import { Composer } from './composer';
import { ProposalCard } from './proposal-card';
import { PageBar } from '../../shared/page/page-bar';
import { composeWords } from '../../words/compose-words';

/** Sessions that were composed from one request. */
interface Found {
  readonly request: ComposeRequest;
  readonly proposals: readonly Proposal[];
}

/** Three sessions proposed for a student, today: each explained, and compared fairly. One becomes an ordinary session. */
@Component({
  selector: 'nv-compose-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    PageBar,
    Checks,
    SelectField,
    DayCheckForm,
    Fold,
    LoadingNote,
    MatButtonModule,
    NumberField,
    ProposalCard,
    RouterLink,
  ],
  templateUrl: './compose-page.html',
  styleUrl: './compose-page.scss',
})
export class ComposePage {
  protected readonly words = composeWords.composePage;
  readonly id = input.required<string>();

  private readonly students = inject(Students);
  private readonly sessionsApi = inject(Sessions);
  private readonly sittings = inject(Sittings);
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
  protected readonly page = asked(this.id, (id) =>
    combineLatest([this.students.get(id), this.sittings.list(id)]),
  );
  protected readonly student = computed(() => this.page.value()?.[0] ?? null);

  /** Of the student as they were when the page was opened: asking about today keeps what was chosen. */
  protected readonly goals = linkedSignal<string | undefined, readonly Goal[]>({
    source: () => this.student()?.id,
    computation: () => untracked(() => this.student()?.goals.slice(0, 1) ?? []),
  });
  protected readonly dayParts = DAY_PARTS;
  protected readonly dayPart = signal<DayPart>(dayPartAt(this.day().now, this.account.required().timeZone));
  protected readonly dayChecked = computed(() => {
    const student = this.student();
    const { today, now } = this.day();
    return student !== null && isDayChecked(student, today, now);
  });
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

  /** What was found without knowing of today is found no more. */
  protected askedToday(): void {
    this.cancel();
    this.found.set(null);
    this.page.again();
  }

  protected compose(event: Event, student: Student): void {
    event.preventDefault();
    const sittings = this.page.value()?.[1] ?? [];
    this.problem.set(null);
    this.found.set(null);
    this.progress.set(0);
    const request = composeRequestOf(student, sittings, this.day(), {
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
  protected use(student: Student, { session }: Proposal): void {
    this.sent.send(
      this.sessionsApi.add(
        { kind: 'student', studentId: student.id },
        withFreshIds(session, () => crypto.randomUUID()),
      ),
      ({ id }) => void this.router.navigate(['/bench', id]),
    );
  }
}
