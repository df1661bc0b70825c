import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import type { Student } from '@nuvrah/contract';
import {
  CAUTION_LINE,
  COMPOSE_MINUTES,
  DAY_PARTS,
  dayPartAt,
  describePassage,
  formatClock,
  GOALS,
  isDayChecked,
  resolveConventions,
  techniqueName,
  withFreshIds,
  type ComposeProblem,
  type DayPart,
  type Goal,
  type Proposal,
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
import { SelectField } from '../../ui/select-field';
import { Fold } from '../../ui/fold';
import { DayCheckForm } from '../../shared/day-check/day-check-form';
import { composeRequestOf } from './compose-request';
import { Composer } from './composer';
import { PageBar } from '../../shared/page/page-bar';
import { composeWords } from '../../words/compose-words';

/** Three sessions proposed for a student, today: each explained, and compared fairly. One becomes an ordinary session. */
@Component({
  selector: 'nv-compose-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PageBar, Checks, SelectField, DayCheckForm, Fold, LoadingNote, MatButtonModule, RouterLink],
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
  /** 0 to 1 while it is at work, else null. */
  protected readonly progress = signal<number | null>(null);
  protected readonly problem = signal<ComposeProblem | null>(null);
  private readonly found = signal<readonly Proposal[]>([]);
  protected readonly sent = sending();
  private work: Subscription | null = null;

  protected readonly proposals = computed(() => {
    const { naming, conventions: profile } = this.account.required();
    return this.found().map((proposal) => {
      const { session, why, numbers, leftOut } = proposal;
      const conventions = resolveConventions(profile, session.conventions);
      const share = (of: number): string => `${Math.round(of * 100)} %`;
      return {
        proposal,
        passages: session.passages.map((passage) => ({
          id: passage.id,
          name: techniqueName(passage.technique, naming),
          line: describePassage(passage, session.goal, conventions),
          why: why.get(passage.id) ?? '',
        })),
        leftOut: leftOut.map(({ technique, reason }) => ({ name: techniqueName(technique, naming), reason })),
        time: formatClock(numbers.seconds * 1000),
        held: numbers.held === 0 ? this.words.none : formatClock(numbers.held * 1000),
        capacity: numbers.ofCapacity === null ? this.words.notMeasured : share(numbers.ofCapacity),
        goal: share(numbers.goalFit),
      };
    });
  });

  protected setMinutes(event: Event): void {
    this.minutes.set(Number((event.target as HTMLInputElement).value));
  }

  protected compose(event: Event, student: Student): void {
    event.preventDefault();
    const sittings = this.page.value()?.[1] ?? [];
    this.problem.set(null);
    this.found.set([]);
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
        if (message.answer.ok) this.found.set(message.answer.value);
        else this.problem.set(message.answer.problem);
      },
      error: () => {
        this.progress.set(null);
        this.sent.say(this.words.failed);
      },
    });
  }

  protected cancel(): void {
    this.work?.unsubscribe();
    this.progress.set(null);
  }

  /** From here on it is a session like any other. */
  protected take(student: Student, { session }: Proposal): void {
    this.sent.send(
      this.sessionsApi.add(
        { kind: 'student', studentId: student.id },
        withFreshIds(session, () => crypto.randomUUID()),
      ),
      ({ id }) => void this.router.navigate(['/bench', id]),
    );
  }
}
