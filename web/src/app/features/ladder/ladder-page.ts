import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
  viewChild,
} from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import type { Ladder } from '@nuvrah/contract';
import {
  CAUTION_LINE,
  describeRung,
  isTechniqueId,
  SCHOOLS,
  schoolsFor,
  techniqueName,
  type RungNumbers,
  type SchoolId,
  sustainableOf,
  sustainableFrom,
  unmeasured,
} from '@nuvrah/core';
import { combineLatest, concatMap, EMPTY, filter, map, Observable, of, Subject, switchMap, take } from 'rxjs';
import { AccountStore } from '../../api/account';
import { ScreeningClock } from '../../api/screening-clock';
import { Ladders } from '../../api/ladders';
import { asked } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { sending } from '../../api/sending';
import { Sessions } from '../../api/sessions';
import { Students } from '../../api/students';
import { SelectField } from '../../ui/select-field';
import { Fold } from '../../ui/fold';
import { DecisionPanel } from '../../shared/ladder/decision-panel';
import { ForecastPanel } from './forecast-panel';
import { LadderSight } from '../../shared/ladder/ladder-sight';
import { OtherSchool } from './other-school';
import { PlanForm, type Terms } from './plan-form';
import { RungTable } from './rung-table';
import { ladderWords } from '../../words/ladder-words';
import { titlesOf } from '../../words/rung-words';
import { PageBar } from '../../shared/page/page-bar';

/** One ladder: where it stands, what the rules say, its rungs, another school beside it, and a forecast. */
@Component({
  selector: 'nv-ladder-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    PageBar,
    SelectField,
    DecisionPanel,
    Fold,
    ForecastPanel,
    LadderSight,
    LoadingNote,
    MatButtonModule,
    OtherSchool,
    PlanForm,
    RouterLink,
    RungTable,
  ],
  templateUrl: './ladder-page.html',
  styleUrl: './ladder-page.scss',
})
export class LadderPage {
  readonly id = input.required<string>();

  private readonly ladders = inject(Ladders);
  private readonly students = inject(Students);
  private readonly sessions = inject(Sessions);
  private readonly account = inject(AccountStore);
  private readonly router = inject(Router);

  protected readonly words = ladderWords.page;
  protected readonly makeWords = ladderWords.make;
  protected readonly caution = CAUTION_LINE;
  protected readonly page = asked(this.id, (id) =>
    this.ladders.get(id).pipe(
      switchMap((ladder) =>
        combineLatest([
          of(ladder),
          this.students.get(ladder.studentId),
          this.sessions.list({ student: ladder.studentId }),
        ]),
      ),
      map(([ladder, student, sessions]) => ({ ladder, student, sessions })),
    ),
  );
  protected readonly today = inject(ScreeningClock).today;
  private readonly day = inject(ScreeningClock).day;
  /** As it was answered to the last change of its plan. */
  private readonly saved = signal<Ladder | null>(null);
  /** The newer of what was loaded and what was saved. */
  protected readonly ladder = computed(() => {
    const [loaded, saved] = [this.page.value()?.ladder ?? null, this.saved()];
    return loaded && saved?.id === loaded.id && saved.version > loaded.version ? saved : loaded;
  });
  protected readonly student = computed(() => this.page.value()?.student ?? null);
  protected readonly sustainable = computed(() => {
    const student = this.student();
    return student ? sustainableOf(student, this.day()) : sustainableFrom(unmeasured());
  });
  private readonly sessionsOfStudent = computed(() => this.page.value()?.sessions ?? []);
  protected readonly session = computed(
    () => this.sessionsOfStudent().find(({ id }) => id === this.ladder()?.sessionId) ?? null,
  );
  /** What else a sitting of the day may hold. */
  protected readonly others = computed(() => titlesOf(this.sessionsOfStudent(), this.ladder()?.sessionId));
  /** Breaths in a sitting now. */
  protected readonly cycles = computed(() => {
    const id = this.ladder()?.passageId;
    const passage = this.session()?.document.passages.find((one) => one.id === id);
    return passage?.kind === 'counted' ? passage.cycles : 0;
  });
  protected readonly technique = computed(() => {
    const technique = this.ladder()?.technique ?? '';
    return isTechniqueId(technique) ? techniqueName(technique, this.account.required().naming) : technique;
  });
  protected readonly now = computed(() => {
    const ladder = this.ladder();
    const numbers = ladder?.rungs[ladder.at];
    return numbers ? describeRung(numbers) : '';
  });

  protected readonly editing = signal(false);
  protected readonly rungs = linkedSignal<readonly RungNumbers[]>(() => this.ladder()?.rungs ?? []);
  /** The rung that is practised, in the rungs as they are edited. */
  protected readonly at = linkedSignal(() => this.ladder()?.at ?? 0);
  protected readonly edited = computed(() => this.rungs() !== this.ladder()?.rungs);
  protected readonly saving = sending();
  /** Of gate, plan and wished date. */
  protected readonly planning = sending();

  protected readonly beside = signal<SchoolId | ''>('');
  protected readonly schools = computed((): Readonly<Partial<Record<SchoolId | '', string>>> => {
    const { school = 'count-first', technique = '' } = this.ladder() ?? {};
    const fitting = isTechniqueId(technique) ? schoolsFor(technique) : [];
    const others = fitting.filter((id) => id !== school && SCHOOLS[id].of === SCHOOLS[school].of);
    return {
      '': ladderWords.make.noOther,
      ...Object.fromEntries(others.map((id) => [id, SCHOOLS[id].name])),
    };
  });
  /** Another school, from the present rung to the same target. */
  protected readonly other = computed(() => {
    const [ladder, school] = [this.ladder(), this.beside()];
    const [start, target] = [ladder?.rungs[ladder.at], ladder?.rungs.at(-1)];
    if (!ladder || !start || !target || school === '' || !isTechniqueId(ladder.technique)) return null;
    return { technique: ladder.technique, school, start, target };
  });

  /** Changes that the server has not answered yet. */
  private readonly waiting = signal(0);
  private readonly answered = toObservable(this.waiting).pipe(
    filter((number) => number === 0),
    take(1),
  );

  /** Gate, plan and wished date as they were chosen last; as they are stored once everything is answered. */
  protected readonly terms = linkedSignal<Ladder | null, Terms | null>({
    source: () => this.ladder(),
    computation: (ladder, before) => (this.waiting() > 0 && before ? before.value : ladder),
  });
  private readonly changed = new Subject<Terms>();
  constructor() {
    // One after the other, each based on what the one before left; leaving the page stops none of them.
    this.changed.pipe(concatMap((terms) => this.change(terms))).subscribe();
  }

  protected setTerms(terms: Terms): void {
    this.terms.set(terms);
    this.waiting.update((number) => number + 1);
    this.changed.next(terms);
  }

  /** The calendar is made of what was chosen here: it opens once that is saved, and not where it could not be. */
  protected toCalendar(event: MouseEvent, { id }: Ladder): void {
    if (event.ctrlKey || event.metaKey || event.shiftKey) return;
    event.preventDefault();
    const underWay = this.waiting() > 0;
    this.answered.subscribe(() => {
      if (!underWay || this.planning.message() === null)
        void this.router.navigate(['/ladders', id, 'calendar']);
    });
  }

  private change(terms: Terms): Observable<unknown> {
    const ladder = this.ladder();
    if (!ladder) return EMPTY;
    return new Observable((done) => {
      this.planning.send(
        this.ladders.change(ladder, terms),
        (saved) => this.saved.set(saved),
        () => {
          this.waiting.update((number) => number - 1);
          done.complete();
        },
      );
    });
  }

  /** The rung that is practised stays the same one while others come and go around it. */
  protected setRungs(ladder: Ladder, rungs: readonly RungNumbers[]): void {
    this.rungs.set(rungs);
    const here = ladder.rungs[ladder.at];
    const at = here ? rungs.indexOf(here) : -1;
    this.at.set(at >= 0 ? at : Math.min(ladder.at, rungs.length - 1));
  }
  private readonly rungTable = viewChild(RungTable);

  protected keepRungs(ladder: Ladder): void {
    if (this.rungTable()?.goToWrong()) return;
    this.save(ladder, { rungs: [...this.rungs()], at: this.at() });
  }

  protected dropRungs(ladder: Ladder): void {
    this.rungs.set(ladder.rungs);
    this.at.set(ladder.at);
    this.editing.set(false);
  }

  protected end(ladder: Ladder): void {
    this.save(ladder, { ended: !ladder.ended });
  }

  private save(ladder: Ladder, change: Partial<Parameters<Ladders['change']>[1]>): void {
    this.saving.send(this.ladders.change(ladder, change), () => {
      this.editing.set(false);
      this.page.again();
    });
  }
}
