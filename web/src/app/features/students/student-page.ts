import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  viewChild,
  type TemplateRef,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { MatMenuModule } from '@angular/material/menu';
import { MatTabsModule } from '@angular/material/tabs';
import { Router, RouterLink } from '@angular/router';
import type { Student, StudentFields } from '@nuvrah/contract';
import {
  ageOn,
  describeEmergency,
  describeMissing,
  GOALS,
  isTrueOn,
  momentInWords,
  keysOf,
} from '@nuvrah/core';
import { combineLatest, switchMap, take } from 'rxjs';
import { AccountStore } from '../../api/account';
import type { ApiProblem } from '../../api/api';
import { Ladders } from '../../api/ladders';
import { asked } from '../../api/loaded';
import { ScreeningClock } from '../../api/screening-clock';
import { saidOf, sending } from '../../api/sending';
import { Sessions } from '../../api/sessions';
import { Students } from '../../api/students';
import { DayCheckForm } from '../../shared/day-check/day-check-form';
import { FactChip } from '../../shared/fact-chip';
import { LoadingNote } from '../../shared/loading-note';
import { PageBar } from '../../shared/page/page-bar';
import { BeginSession } from '../../shared/sessions/begin-session';
import { SessionTable } from '../../shared/sessions/session-table';
import { Trends } from '../../shared/trends/trends';
import { Card } from '../../ui/card';
import { NextFrame } from '../../ui/next-frame';
import { Notices } from '../../ui/notices';
import { SideSheet } from '../../ui/side-sheet';
import { SideSheets } from '../../ui/side-sheets';
import { AUDIT_WORDS } from '../../words/audit-words';
import { studentWords } from '../../words/student-words';
import { ApprovalList } from './approval-list';
import { CapacityForm } from './capacity-form';
import { ClearanceList } from './clearance-list';
import { FactList } from './fact-list';
import { HomeLinks } from './home-links';
import { LadderList } from './ladder-list';
import { savingStudent } from './saving-student';
import { StudentData } from './student-data';
import { StudentForm } from './student-form';
import { StudentOverview, type OverviewAct } from './student-overview';

const TABS = keysOf(studentWords.hub.tabs);
type Tab = (typeof TABS)[number];

/** One student: who they are and what comes next at the head, everything else a tab away, edited at the side. */
@Component({
  selector: 'nv-student-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ApprovalList,
    CapacityForm,
    BeginSession,
    Card,
    ClearanceList,
    DayCheckForm,
    FactChip,
    FactList,
    HomeLinks,
    LadderList,
    LoadingNote,
    MatButtonModule,
    MatIconModule,
    MatMenuModule,
    MatTabsModule,
    NextFrame,
    PageBar,
    RouterLink,
    SessionTable,
    SideSheet,
    StudentData,
    StudentForm,
    StudentOverview,
    Trends,
  ],
  templateUrl: './student-page.html',
  styleUrl: './student-page.scss',
})
export class StudentPage {
  readonly id = input.required<string>();
  /** The part that is shown; the overview where it is none. */
  readonly tab = input<string>();

  private readonly students = inject(Students);
  private readonly sessionsApi = inject(Sessions);
  private readonly ladders = inject(Ladders);
  private readonly router = inject(Router);
  private readonly account = inject(AccountStore);
  private readonly notices = inject(Notices);
  private readonly sheets = inject(SideSheets);
  private readonly day = inject(ScreeningClock).day;

  protected readonly words = studentWords.hub;
  protected readonly parts = studentWords.parts;
  protected readonly tabs = TABS;
  protected readonly page = asked(this.id, (id) =>
    combineLatest([
      this.students.get(id),
      this.sessionsApi.list({ student: id }),
      this.students.auditEvents(id),
      this.ladders.list(id),
    ]),
  );
  protected readonly student = computed(() => this.page.value()?.[0] ?? null);
  protected readonly sessions = computed(() =>
    (this.page.value()?.[1] ?? []).filter(({ archived }) => !archived),
  );
  private readonly events = computed(() => this.page.value()?.[2] ?? []);
  protected readonly climbs = computed(() => this.page.value()?.[3] ?? []);
  protected readonly shown = computed((): Tab => TABS.find((tab) => tab === this.tab()) ?? 'overview');
  protected readonly counts = computed((): Partial<Record<Tab, number>> => ({
    sessions: this.sessions().length,
    history: this.events().length,
  }));

  protected readonly saving = savingStudent(() => this.page.again());
  protected readonly archiving = sending();
  protected readonly confirming = sending();

  protected readonly initials = computed(() => {
    const names = (this.student()?.name ?? '').split(/\s+/);
    return [names[0], names.length > 1 ? names.at(-1) : ''].map((name) => (name ?? '').slice(0, 1)).join('');
  });
  protected readonly who = computed(() => {
    const student = this.student();
    if (!student) return '';
    const { birthYear, hand, goals } = student;
    const age = birthYear === null ? null : ageOn(birthYear, this.day().today);
    return [
      ...(age ? [this.words.age(age.youngest, age.oldest)] : []),
      hand === 'right' ? this.words.rightHand : this.words.leftHand,
      ...(goals.length === 0 ? [] : [this.words.wants(goals.map((goal) => GOALS[goal]).join(', '))]),
    ].join(' · ');
  });
  protected readonly facts = computed(() =>
    (this.student()?.facts ?? []).filter((fact) => isTrueOn(fact, this.day().today)).map(({ fact }) => fact),
  );
  /** The ladder that is climbed. */
  protected readonly climb = computed(() => this.climbs().find(({ ended }) => !ended) ?? null);
  protected readonly missing = computed(() => {
    const student = this.student();
    return student ? describeMissing(student, this.day().today) : [];
  });
  protected readonly emergency = computed(() => {
    const emergency = this.student()?.emergency;
    return emergency ? describeEmergency(emergency) : null;
  });
  /** The session that is led next: the one that climbs, else the newest. */
  protected readonly next = computed(() => {
    const climbing = this.climb()?.sessionId;
    return this.sessions().find(({ id }) => id === climbing) ?? this.sessions()[0] ?? null;
  });
  protected readonly decisions = computed(() =>
    this.events().map(({ id, at, kind, said }) => ({
      id,
      said,
      kind: AUDIT_WORDS[kind],
      when: momentInWords(at, this.account.required().timeZone),
    })),
  );

  private readonly detailsSheet = viewChild.required<TemplateRef<unknown>>('details');
  private readonly daySheet = viewChild.required<TemplateRef<unknown>>('daySheet');
  private readonly factsSheet = viewChild.required<TemplateRef<unknown>>('factsSheet');
  private readonly beginSheet = viewChild.required<TemplateRef<unknown>>('beginSheet');
  private readonly clearancesSheet = viewChild.required<TemplateRef<unknown>>('clearancesSheet');

  protected edit(): void {
    this.sheets.open(this.detailsSheet());
  }

  protected act(what: OverviewAct): void {
    const sheet = { day: this.daySheet, facts: this.factsSheet, clearances: this.clearancesSheet }[what];
    this.sheets.open(sheet());
  }

  protected fileClearance(): void {
    this.act('clearances');
  }

  protected closeSheets(): void {
    this.sheets.closeAll();
    this.page.again();
  }

  protected saveDetails(student: Student, fields: StudentFields): void {
    this.saving.change(student, fields, () => this.sheets.closeAll());
  }

  protected archive(student: Student): void {
    const archived = !student.archived;
    this.archiving.send(this.students.change(student, { archived }), ({ id, name }) => {
      this.page.again();
      if (archived)
        this.notices.say(this.words.isArchived(name), {
          label: this.words.undo,
          run: () => this.bringBack(id),
        });
    });
  }

  /** It is the one who was archived that comes back, as they are by then, whatever page is shown. */
  private bringBack(id: string): void {
    const back = this.students.get(id).pipe(
      take(1),
      switchMap((student) => this.students.change(student, { archived: false })),
    );
    back.subscribe({
      next: ({ name }) => {
        this.page.again();
        this.notices.say(this.words.isBack(name));
      },
      error: (problem: ApiProblem) => this.notices.say(saidOf(problem)),
    });
  }

  protected confirmLog(student: Student): void {
    this.confirming.send(this.students.confirmLogged(student.id), () => this.page.again());
  }

  /** Asks how a new session begins. */
  protected begin(): void {
    this.sheets.open(this.beginSheet());
  }

  protected leaveSheets(): void {
    this.sheets.closeAll();
  }

  protected leave(): void {
    void this.router.navigate(['/students'], { state: { erased: true } });
  }
}
