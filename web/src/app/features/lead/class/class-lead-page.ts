import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  DOCUMENT,
  effect,
  inject,
  input,
  signal,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatButtonModule } from '@angular/material/button';
import type { Student } from '@nuvrah/contract';
import { beginClass, dayAt, formatClock, resolveConventions, sessionFromChecked } from '@nuvrah/core';
import { combineLatest, forkJoin, of, switchMap, type Observable } from 'rxjs';
import { AccountStore } from '../../../api/account';
import type { ApiProblem } from '../../../api/api';
import { Classes } from '../../../api/classes';
import { asked } from '../../../api/loaded';
import { NOW } from '../../../api/now';
import { Sessions, toJson } from '../../../api/sessions';
import { Students } from '../../../api/students';
import { SharedTime } from '../../../api/shared-time';
import { Variants } from '../../../api/variants';
import { LoadingNote } from '../../../shared/loading-note';
import { OfflineQueue } from '../../../shared/offline-queue/offline-queue';
import { PATIENCE } from '../../../shared/playback/lead-runner';
import { WakeLock } from '../../../shared/playback/wake-lock';
import { Questions } from '../../../ui/questions';
import { LEAVE_UNSAVED, Unsaved } from '../../../ui/unsaved';
import { classLeadWords } from '../../../words/class-lead-words';
import { leadWords } from '../../../words/lead-words';
import { LEAVE_LEADING } from '../../../shared/playback/leave-questions';
import { LED_ELSEWHERE, LeadingTab } from '../../../shared/playback/leading-tab';
import type { AsksBeforeLeaving } from '../../../shared/playback/leaving-lead.guard';
import { ClassClosing } from './class-closing';
import { calledInClass } from './called';
import { ClassOnShow } from './class-on-show';
import { ClassPhones } from './class-phones';
import { ClassReady, type ClassBegins } from './class-ready';
import { ClassRecords } from './class-records';
import { ClassKeeper, type KeptClass } from './class-keeper';
import { ClassRunner } from './class-runner';
import { ClassScreening } from './class-screening';
import { ClassScreen } from './class-screen';
import { ClassShow } from './class-show';
import { PresentToday } from './present';

/** Leads a class: who is here, leading, closing. Dark, because the room is. */
@Component({
  selector: 'nv-class-lead-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ClassClosing, ClassReady, ClassScreen, LoadingNote, MatButtonModule, RouterLink],
  providers: [
    ClassPhones,
    ClassRecords,
    ClassRunner,
    ClassScreening,
    ClassShow,
    { provide: ClassOnShow, useExisting: ClassRunner },
    LeadingTab,
    SharedTime,
    WakeLock,
  ],
  host: { '(window:beforeunload)': 'unload($event)' },
  template: `
    <nv-loading-note [state]="page.state()" (retry)="page.again()" />
    @if (page.value(); as found) {
      @switch (phase()) {
        @case ('interrupted') {
          @if (interrupted(); as kept) {
            <section class="interrupted">
              <h1>{{ words.interrupted.title }}</h1>
              <p>{{ words.interrupted.text(seenAt()) }}</p>
              <button matButton="filled" type="button" [disabled]="busy()" (click)="goOn(kept)">
                {{ words.interrupted.goOn }}
              </button>
              <button matButton="outlined" type="button" (click)="store.endThere(kept)">
                {{ words.interrupted.end }}
              </button>
              @if (problem(); as text) {
                <p class="notice problem" role="alert">{{ text }}</p>
              }
            </section>
          }
        }
        @case ('ready') {
          @if (ofTheClass()) {
            <nv-class-ready
              [group]="found.group"
              [session]="found.session"
              [students]="found.students"
              [everybody]="found.everybody"
              [busy]="busy()"
              [problem]="problem()"
              (changed)="page.again()"
              (invited)="invite($event)"
              (begin)="start($event)"
            />
          } @else {
            <p class="notice edge">
              {{ words.ready.notAClass }}
              <a [routerLink]="['/classes', id()]">{{ words.ready.backToTheClass }}</a>
            </p>
          }
        }
        @case ('leading') {
          <nv-class-screen [group]="found.group.name" [classId]="id()" [sessionId]="session()" />
        }
        @case ('closing') {
          <nv-class-closing [group]="found.group" />
        }
      }
    }
  `,
  styles: `
    :host {
      display: block;
      min-height: 100vh;
      background: var(--ground);
      color: var(--ink);
    }
    .interrupted {
      display: grid;
      gap: 1.25rem;
      justify-items: start;
      padding: 4rem 2.5rem;
      font-size: 1.25rem;
    }
  `,
})
export class ClassLeadPage implements AsksBeforeLeaving {
  protected readonly words = classLeadWords;
  /** The class. */
  readonly id = input.required<string>();
  /** The session that is led. */
  readonly session = input.required<string>();

  private readonly classes = inject(Classes);
  private readonly students = inject(Students);
  private readonly sessions = inject(Sessions);
  private readonly variants = inject(Variants);
  private readonly account = inject(AccountStore);
  private readonly present = inject(PresentToday);
  private readonly now = inject(NOW);
  private readonly queue = inject(OfflineQueue);
  private readonly questions = inject(Questions);
  private readonly unsaved = inject(Unsaved);
  private readonly tab = inject(LeadingTab);
  private readonly records = inject(ClassRecords);
  protected readonly store = inject(ClassRunner);
  private readonly phones = inject(ClassPhones);

  /** Who was invited since the page was opened. */
  private readonly invited = signal<readonly string[]>([]);
  private readonly wanted = computed(
    () => ({ id: this.id(), session: this.session(), invited: this.invited() }),
    {
      equal: (a, b) => JSON.stringify(a) === JSON.stringify(b),
    },
  );
  protected readonly page = asked(this.wanted, ({ id, session, invited }) =>
    combineLatest([
      this.classes.withMembers(id),
      this.sessions.get(session),
      this.students.list(),
      this.variants.load(),
    ]).pipe(
      switchMap(([{ group, members }, found, everybody]) => {
        const today = dayAt(this.now(), this.account.required().timeZone);
        const here = [...this.present.of(id, today).students, ...invited];
        const known = new Set(everybody.map((one) => one.id));
        const more = [...new Set(here)].filter((one) => !group.members.includes(one) && known.has(one));
        const others: Observable<Student[]> =
          more.length === 0 ? of([]) : combineLatest(more.map((one) => this.students.get(one)));
        return combineLatest([others]).pipe(
          switchMap(([came]) => of({ group, session: found, everybody, students: [...members, ...came] })),
        );
      }),
    ),
  );
  protected readonly ofTheClass = computed(() => {
    const owner = this.page.value()?.session.owner;
    return owner?.kind === 'class' && owner.classId === this.id();
  });

  protected readonly busy = signal(false);
  protected readonly problem = signal<string | null>(null);
  /** What was being led here when the page went away. */
  private readonly lastSeen = signal(inject(ClassKeeper).kept());
  protected readonly interrupted = computed(() => {
    const kept = this.lastSeen();
    return kept?.sessionId === this.session() ? kept : null;
  });
  protected readonly seenAt = computed(() => {
    const kept = this.lastSeen();
    return formatClock(kept ? kept.ledBefore + kept.at : 0);
  });
  protected readonly phase = computed(() => {
    const state = this.store.state();
    if (state === null) return this.interrupted() ? 'interrupted' : 'ready';
    return state === 'over' ? 'closing' : 'leading';
  });
  /** One leading, one id for each student: a second press begins the same sittings. */
  private readonly sittingIds = new Map<string, string>();

  constructor() {
    const root = inject(DOCUMENT).documentElement;
    root.classList.add('dark');
    inject(DestroyRef).onDestroy(() => root.classList.remove('dark'));
    const show = inject(ClassShow);
    effect(() => show.of(this.id()));
    effect(() => this.phones.takeUpAgain(this.id(), this.session()));
  }

  protected invite(student: string): void {
    this.invited.update((before) => [...before, student]);
  }

  protected start({ aligned, students, guests }: ClassBegins): void {
    const found = this.page.value();
    if (!found || this.busy()) return;
    this.here(() => {
      const { group, session } = found;
      const ofStudents = new Set(students.map(({ id }) => id));
      const lanes = aligned.lanes.flatMap((lane) => {
        const own = lane.students.filter((id) => ofStudents.has(id));
        const sittings = own.map((studentId) => ({ studentId, sittingId: this.sittingOf(studentId) }));
        return sittings.length === 0 ? [] : [{ students: sittings, session: toJson(lane.session) }];
      });
      const body = { sessionId: session.id, sessionVersion: session.version, lanes };
      // What was answered just now arrives first: the server asks of each whether today was asked.
      const arrived = forkJoin(students.map((student) => this.queue.arrived(student.id, PATIENCE)));
      const begun =
        lanes.length === 0 ? of([]) : arrived.pipe(switchMap(() => this.classes.begin(group.id, body)));
      begun.subscribe({
        next: (sittings) => {
          const document = sessionFromChecked(session.document);
          const conventions = resolveConventions(this.account.required().conventions, document.conventions);
          const hands = new Map(students.map(({ id, hand }) => [id, hand]));
          const run = beginClass(aligned, {
            session: document,
            conventions,
            handOf: (id) => hands.get(id) ?? 'right',
          });
          const begunClass = {
            sessionId: session.id,
            sittings: sittings.map(({ id, studentId, version }) => ({ id, studentId, version })),
            names: calledInClass(students, guests),
          };
          this.records.putAsideOther();
          void this.store.start(run, begunClass, students).then(() => this.busy.set(false));
        },
        error: (problem: ApiProblem) => {
          this.busy.set(false);
          void this.tab.release();
          if (problem.kind === 'away') return this.problem.set(leadWords.leadPage.leadingHasNotBegun);
          if (problem.problem.code === 'stale') this.page.again();
          this.problem.set(problem.message);
        },
      });
    });
  }

  private sittingOf(student: string): string {
    const id = this.sittingIds.get(student) ?? crypto.randomUUID();
    this.sittingIds.set(student, id);
    return id;
  }

  protected goOn(kept: KeptClass): void {
    this.here(
      () =>
        void this.store.takeUpAgain(kept, this.page.value()?.students ?? []).then(() => this.busy.set(false)),
    );
  }

  /** Does what only the tab that leads may do, or says that another one does. */
  private here(lead: () => void): void {
    this.busy.set(true);
    this.problem.set(null);
    void this.tab.take().then((mine) => {
      if (mine) return lead();
      this.busy.set(false);
      this.problem.set(LED_ELSEWHERE);
    });
  }

  mayLeave(): true | Observable<boolean> {
    if (this.phase() === 'leading') return this.questions.ask(LEAVE_LEADING);
    return !this.unsaved.any() || this.questions.ask(LEAVE_UNSAVED);
  }

  protected unload(event: BeforeUnloadEvent): void {
    if (this.phase() === 'leading' || (this.phase() === 'closing' && !this.records.safe()))
      event.preventDefault();
  }
}
