import { Component, computed, effect, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Title } from '@angular/platform-browser';
import { Router, RouterLink } from '@angular/router';
import {
  CAUTION_LINE,
  compileSession,
  countsOf,
  describeRounds,
  editPassage,
  formatClock,
  formatRatio,
  GOALS,
  holdTotals,
  LONGEST_PAUSE,
  passageTotals,
  resolveConventions,
  seconds,
  startingSide,
  techniqueName,
  withPhaseCounts,
  type CountedPassage,
  type Goal,
  type NaturalPassage,
  type Numbers,
  type PhaseKind,
  type TimelineEvent,
} from '@nuvrah/core';
import { AccountStore } from '../api/account';
import { asked } from '../api/loaded';
import { LoadingNote } from '../api/loading-note';
import { Sessions } from '../api/sessions';
import { BreathScore } from '../score/breath-score';
import { FitPanel } from './fit-panel';
import { NumberField } from './number-field';
import { restForm } from './number-forms';
import { PassageSettings, type PassageEdit } from './passage-settings';
import { PhaseTable } from './phase-table';
import { SaveNote } from './save-note';
import { SessionConflict } from './session-conflict';
import { SessionDraft } from './session-draft';
import { sustainableOf } from './sustainable-of';

/** The Bench: a session as a score, with its numbers edited where they stand. */
@Component({
  selector: 'nv-bench-page',
  imports: [
    BreathScore,
    FitPanel,
    LoadingNote,
    MatButtonModule,
    NumberField,
    PassageSettings,
    PhaseTable,
    RouterLink,
    SaveNote,
    SessionConflict,
  ],
  providers: [SessionDraft],
  templateUrl: './bench-page.html',
  styleUrl: './bench-page.scss',
  host: { '(document:keydown)': 'shortcut($event)' },
})
export class BenchPage {
  readonly id = input.required<string>();

  private readonly sessions = inject(Sessions);
  private readonly router = inject(Router);
  private readonly account = inject(AccountStore);
  private readonly title = inject(Title);
  protected readonly draft = inject(SessionDraft);

  protected readonly caution = CAUTION_LINE;
  protected readonly goals = Object.entries(GOALS) as [Goal, string][];
  protected readonly restForm = restForm;

  protected readonly page = asked(this.id, (id) => this.sessions.withStudent(id));
  protected readonly student = computed(() => this.page.value()?.student ?? null);
  protected readonly sustainable = computed(() => {
    const student = this.student();
    return student && sustainableOf(student);
  });

  protected readonly timeline = computed(() => {
    const [session, student] = [this.draft.session(), this.student()];
    if (!session || !student || this.draft.problems().length > 0) return null;
    return compileSession(session, student, this.account.required().conventions);
  });
  protected readonly total = computed(() => formatClock(this.timeline()?.total ?? 0));
  protected readonly conventions = computed(() =>
    resolveConventions(this.account.required().conventions, this.draft.session()?.conventions ?? {}),
  );
  protected readonly holds = computed(() => {
    const timeline = this.timeline();
    if (!timeline) return null;
    const { longest, total } = holdTotals(timeline);
    const share = `${Math.round((total * 100_000) / timeline.total)} %`;
    return { longest, total: formatClock(total * 1000), share };
  });
  protected readonly needsScreening = computed(
    () => (this.holds()?.longest ?? 0) > LONGEST_PAUSE && !this.student()?.paperScreening,
  );

  private readonly chosen = signal(0);
  protected readonly passageIndex = computed(() =>
    Math.min(this.chosen(), (this.draft.session()?.passages.length ?? 1) - 1),
  );
  protected readonly passage = computed(() => this.draft.session()?.passages[this.passageIndex()] ?? null);
  protected readonly counted = computed(() =>
    this.passage()?.kind === 'counted' ? (this.passage() as CountedPassage) : null,
  );
  protected readonly natural = computed(() =>
    this.passage()?.kind === 'natural' ? (this.passage() as NaturalPassage) : null,
  );
  protected readonly start = computed(() => {
    const passage = this.counted();
    return passage ? startingSide(passage, this.draft.session()?.goal ?? 'calm', this.conventions()) : 'left';
  });
  protected readonly passageName = computed(() => this.nameOf(this.passage()?.technique ?? 'nadi-shodhana'));

  protected readonly list = computed(() => {
    const session = this.draft.session();
    const spans = this.timeline()?.passages;
    return (session?.passages ?? []).map((passage, index) => {
      const span = spans?.[index];
      const time = span ? formatClock(span.to - span.from) : '–';
      const name = this.nameOf(passage.technique);
      if (passage.kind === 'natural') return { id: passage.id, name, time, line: 'natural breath' };
      const start = startingSide(passage, session?.goal ?? 'calm', this.conventions());
      const { rounds } = passageTotals(passage, start, this.conventions());
      const line = `${formatRatio(countsOf(passage))} · ${describeRounds(rounds)}, from ${start}`;
      return { id: passage.id, name, time, line };
    });
  });

  constructor() {
    effect(() => {
      const page = this.page.value();
      if (page) this.draft.open(page.session);
    });
    effect(() => {
      const session = this.draft.session();
      if (session) this.title.setTitle(`${session.title} · Bench · Nuvrah`);
    });
  }

  protected choose(index: number): void {
    this.chosen.set(index);
  }

  protected rename(event: Event): void {
    const title = (event.target as HTMLInputElement).value.slice(0, 120);
    if (title.trim() !== '') this.draft.edit((session) => ({ ...session, title }), 'title');
  }

  /** An emptied title goes back to the one that is kept. */
  protected keepTitle(event: Event): void {
    (event.target as HTMLInputElement).value = this.draft.session()?.title ?? '';
  }

  protected setGoal(event: Event): void {
    const goal = (event.target as HTMLSelectElement).value as Goal;
    this.draft.edit((session) => ({ ...session, goal }));
  }

  protected setPhase({ kind, counts }: { kind: PhaseKind; counts: number }): void {
    this.editCounted(kind, (passage) => withPhaseCounts(passage, kind, counts));
  }

  protected setPassage({ passage, name }: PassageEdit): void {
    this.editCounted(name, () => passage);
  }

  protected useNumbers(numbers: Numbers): void {
    this.editCounted(null, (passage) => ({ ...passage, ...numbers }));
  }

  protected setRest(millis: number): void {
    const id = this.natural()?.id;
    if (id) this.editNatural(id, () => millis / 1000, 'rest');
  }

  /** What whole rounds left over goes to the next natural breathing. */
  protected addToRest(millis: number): void {
    const following = this.draft.session()?.passages.slice(this.passageIndex() + 1);
    const rest = following?.find(({ kind }) => kind === 'natural');
    if (rest) this.editNatural(rest.id, (length) => length + millis / 1000, null);
  }

  protected adjust({ event, by }: { event: TimelineEvent; by: number }): void {
    const passage = this.draft.session()?.passages[event.passage];
    const { kind } = event;
    if (
      passage?.kind !== 'counted' ||
      kind === 'handUp' ||
      kind === 'freeBreath' ||
      kind === 'closing' ||
      kind === 'natural'
    )
      return;
    const counts = countsOf(passage)[kind] + by;
    this.draft.edit(
      (session) =>
        editPassage(session, passage.id, (now) =>
          now.kind === 'counted' ? withPhaseCounts(now, kind, counts) : now,
        ),
      `score ${passage.id} ${kind}`,
    );
  }

  /** Leads what is on the screen: it is saved first. */
  protected lead(): void {
    this.draft.flush().subscribe((saved) => {
      if (saved) void this.router.navigate(['/lead', this.id()]);
    });
  }

  protected shortcut(event: KeyboardEvent): void {
    if (!(event.ctrlKey || event.metaKey) || event.altKey || event.key.toLowerCase() !== 'z') return;
    event.preventDefault();
    if (event.shiftKey) this.draft.redo();
    else this.draft.undo();
  }

  private nameOf(technique: Parameters<typeof techniqueName>[0]): string {
    return techniqueName(technique, this.account.required().naming);
  }

  private editCounted(name: string | null, change: (passage: CountedPassage) => CountedPassage): void {
    const id = this.counted()?.id;
    if (!id) return;
    this.draft.edit(
      (session) =>
        editPassage(session, id, (passage) => (passage.kind === 'counted' ? change(passage) : passage)),
      name && `${name} ${id}`,
    );
  }

  private editNatural(id: string, length: (now: number) => number, name: string | null): void {
    this.draft.edit(
      (session) =>
        editPassage(session, id, (passage) =>
          passage.kind === 'natural'
            ? { ...passage, length: seconds(Math.min(3600, length(passage.length))) }
            : passage,
        ),
      name && `${name} ${id}`,
    );
  }
}
