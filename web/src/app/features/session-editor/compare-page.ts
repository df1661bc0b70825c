import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { Router, RouterLink } from '@angular/router';
import {
  CONVENTION_KEYS,
  CONVENTION_QUESTIONS,
  describeFinding,
  momentInWords,
  refitSession,
  resolveConventions,
  screeningCaseOf,
  sessionFromChecked,
  type ConventionKey,
  type Conventions,
  type Session,
  type Side,
} from '@nuvrah/core';
import { combineLatest, map, of, switchMap } from 'rxjs';
import { AccountStore } from '../../api/account';
import { asked, askedOnce } from '../../api/loaded';
import { ScreeningClock } from '../../api/screening-clock';
import { handOf, Sessions } from '../../api/sessions';
import { Sittings } from '../../api/sittings';
import { Students } from '../../api/students';
import { LoadingNote } from '../../shared/loading-note';
import { PageBar } from '../../shared/page/page-bar';
import { ComparedScores, type ComparedSide } from '../../shared/score/compared-scores';
import { sideOfRecord, sideOfSession } from '../../shared/sitting-record/compared-sides';
import { SearchSelect } from '../../ui/search-select';
import { SelectField } from '../../ui/select-field';
import { benchWords } from '../../words/bench-words';

/** What a session is compared with. */
const KINDS = ['version', 'school', 'student', 'sitting'] as const;
type Kind = (typeof KINDS)[number];

/** Between a question on which schools differ and its answer. */
const ANSWER = '=';

/**
 * A session beside an earlier version of it, the answer of another school, another student to whom it is fitted, or what was
 * done of it. What it is compared with stands in the address.
 */
@Component({
  selector: 'nv-compare-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ComparedScores,
    LoadingNote,
    MatButtonModule,
    MatIconModule,
    PageBar,
    RouterLink,
    SearchSelect,
    SelectField,
  ],
  templateUrl: './compare-page.html',
  styles: `
    .choose {
      display: flex;
      flex-wrap: wrap;
      gap: 0.75rem;
      margin: 0.75rem 0 1rem;
    }
    nv-select {
      flex: 0 1 22rem;
    }
    nv-search-select {
      flex: 0 1 30rem;
    }
    .changes {
      margin-bottom: 1rem;
    }
    ul {
      margin: 0.25rem 0 0;
      padding-left: 1.25rem;
    }
  `,
})
export class ComparePage {
  protected readonly words = benchWords.comparePage;
  readonly id = input.required<string>();
  /** Of the address: what it is compared with, and which of these. */
  readonly with = input<string>();
  readonly which = input<string>();

  private readonly sessions = inject(Sessions);
  private readonly sittings = inject(Sittings);
  private readonly students = inject(Students);
  private readonly account = inject(AccountStore).required();
  private readonly router = inject(Router);
  private readonly day = inject(ScreeningClock).day;

  protected readonly page = asked(this.id, (id) =>
    this.sessions
      .withOwner(id)
      .pipe(
        switchMap((owned) =>
          combineLatest([
            this.sessions.versions(id),
            owned.owner.kind === 'student' ? this.sittings.list(owned.owner.student.id) : of([]),
          ]).pipe(map(([versions, sittings]) => ({ ...owned, versions, sittings }))),
        ),
      ),
  );
  private readonly list = askedOnce(() => this.students.list());

  protected readonly kinds = this.words.kinds;
  protected readonly kind = computed((): Kind => KINDS.find((kind) => kind === this.with()) ?? 'version');
  protected readonly otherStudent = asked(
    computed(() => (this.kind() === 'student' ? (this.which() ?? '') : '')),
    (id) => (id === '' ? of(null) : this.students.get(id)),
  );

  private readonly session = computed(() => {
    const page = this.page.value();
    return page && sessionFromChecked(page.session.document);
  });
  private readonly hand = computed((): Side => {
    const owner = this.page.value()?.owner;
    return owner ? handOf(owner).hand : 'right';
  });
  private readonly done = computed(() =>
    (this.page.value()?.sittings ?? []).filter(
      ({ sessionId, record }) => sessionId === this.id() && record !== null,
    ),
  );

  /** Which it can be compared with, by what the address keeps of them. */
  protected readonly choices = computed((): Readonly<Record<string, string>> => {
    const page = this.page.value();
    const { timeZone } = this.account;
    switch (this.kind()) {
      case 'version':
        return Object.fromEntries(
          (page?.versions ?? []).map(({ version, savedAt }) => [
            `v${version}`,
            momentInWords(savedAt, timeZone),
          ]),
        );
      case 'school':
        return this.schools();
      case 'student':
        return Object.fromEntries(
          (this.list.value() ?? []).filter(({ archived }) => !archived).map(({ id, name }) => [id, name]),
        );
      case 'sitting':
        return Object.fromEntries(
          this.done().map(({ id, startedAt }) => [id, momentInWords(startedAt, timeZone)]),
        );
    }
  });
  protected readonly chosen = computed(() => {
    const which = this.which() ?? '';
    return which in this.choices() ? which : '';
  });

  protected readonly hasChoices = computed(() => Object.keys(this.choices()).length > 0);

  protected readonly plan = computed((): ComparedSide | null => {
    const session = this.session();
    return session && this.sideOf(this.words.asItIs, session);
  });
  /** The session as it would be for the other student. */
  private readonly fitted = computed(() => {
    const [session, student] = [this.session(), this.otherStudent.value()];
    if (!session || student?.id !== this.chosen()) return null;
    return { student, ...refitSession(screeningCaseOf(session, student, [], this.day())) };
  });
  /** What was changed for them and why, and what no change lifts. */
  protected readonly changes = computed(() => {
    const fitted = this.kind() === 'student' ? this.fitted() : null;
    return fitted
      ? [
          ...fitted.changes.map(({ said, reason }) => this.words.change(said, reason)),
          ...fitted.left.map(describeFinding),
        ]
      : [];
  });
  protected readonly other = computed((): ComparedSide | null => {
    const [session, which] = [this.session(), this.chosen()];
    if (!session || which === '') return null;
    const label = this.choices()[which] ?? '';
    switch (this.kind()) {
      case 'version': {
        const found = this.page.value()?.versions.find(({ version }) => `v${version}` === which);
        return found ? this.sideOf(label, sessionFromChecked(found.document)) : null;
      }
      case 'school': {
        const [key, choice] = which.split(ANSWER);
        const conventions = { ...session.conventions, [key ?? '']: choice };
        return this.sideOf(label, { ...session, conventions });
      }
      case 'student': {
        const fitted = this.fitted();
        return fitted && this.sideOf(label, fitted.session, fitted.student.hand);
      }
      case 'sitting': {
        const sitting = this.done().find(({ id }) => id === which);
        if (!sitting?.record) return null;
        const { led, record } = sitting;
        const done = { ...led, session: sessionFromChecked(led.session) };
        return sideOfRecord(label, done, record);
      }
    }
  });

  protected choose(kind: Kind, which: string | null): void {
    void this.router.navigate([], { queryParams: { with: kind, which: which || null }, replaceUrl: true });
  }

  private sideOf(label: string, session: Session, hand = this.hand()): ComparedSide {
    return sideOfSession(label, session, hand, this.account.conventions);
  }

  /** Every answer that is not the one in force. */
  private schools(): Readonly<Record<string, string>> {
    const session = this.session();
    if (!session) return {};
    const inForce = resolveConventions(this.account.conventions, session.conventions);
    return Object.fromEntries(CONVENTION_KEYS.flatMap((key) => otherAnswers(key, inForce)));
  }
}

function otherAnswers(key: ConventionKey, inForce: Conventions): readonly (readonly [string, string])[] {
  const { question, choices } = CONVENTION_QUESTIONS[key];
  return Object.entries(choices as Readonly<Record<string, string>>).flatMap(([choice, word]) =>
    choice === inForce[key] ? [] : [[`${key}${ANSWER}${choice}`, `${question}: ${word}`] as const],
  );
}
