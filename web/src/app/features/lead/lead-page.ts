import {
  ChangeDetectionStrategy,
  afterNextRender,
  Component,
  computed,
  DestroyRef,
  DOCUMENT,
  effect,
  inject,
  Injector,
  input,
  signal,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import type { StoredSession } from '@nuvrah/contract';
import type { ApiProblem } from '../../api/api';
import { asked } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { Sessions } from '../../api/sessions';
import { OfflineQueue } from '../../shared/offline-queue/offline-queue';
import { LeadClosing } from './lead-closing';
import { LeadInterrupted } from './lead-interrupted';
import { LeadKeeper, type KeptLead } from '../../shared/playback/lead-keeper';
import { LeadReady } from './lead-ready';
import { LEAVE_LEADING, LEAVE_UNRECORDED } from '../../shared/playback/leave-questions';
import { PATIENCE } from '../../shared/playback/lead-runner';
import { LeadScreen } from '../../shared/playback/lead-screen';
import { LED_ELSEWHERE, LeadingTab } from '../../shared/playback/leading-tab';
import { LEAD_STORE, LeadStore } from '../../shared/playback/lead-store';
import type { AsksBeforeLeaving } from '../../shared/playback/leaving-lead.guard';
import { WakeLock } from '../../shared/playback/wake-lock';
import { ScreeningClock } from '../../api/screening-clock';
import { DayCheckForm } from '../../shared/day-check/day-check-form';
import { isDayChecked } from '@nuvrah/core';
import { switchMap, type Observable } from 'rxjs';
import { Questions } from '../../ui/questions';
import { LEAVE_UNSAVED, Unsaved } from '../../ui/unsaved';
import { leadWords } from '../../words/lead-words';

/** A leading begins on record: without the server none does. */
const NOT_BEGUN = leadWords.leadPage.leadingHasNotBegun;

/** Lead: ready, leading, closing. Dark, because the room is. */
@Component({
  selector: 'nv-lead-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayCheckForm, LeadClosing, LeadInterrupted, LeadReady, LeadScreen, LoadingNote, RouterLink],
  providers: [LEAD_STORE, LeadingTab, WakeLock],
  host: { '(window:beforeunload)': 'unload($event)', '(document:keydown.escape)': 'stopWhenBegun()' },
  template: `
    <nv-loading-note [state]="page.state()" (retry)="page.again()" />
    @if (page.value(); as ready) {
      @switch (phase()) {
        @case ('interrupted') {
          @if (interrupted(); as kept) {
            <nv-lead-interrupted
              [kept]="kept"
              [student]="student()?.name ?? null"
              [busy]="busy()"
              [problem]="problem()"
              (goOn)="goOn(kept)"
              (end)="endThere(kept)"
            />
            @if (student(); as student) {
              @if (problem() && !dayChecked()) {
                <nv-day-check-form class="edge" [student]="student" (recorded)="dayAsked()" />
              }
            }
          }
        }
        @case ('ready') {
          @if (student(); as student) {
            <nv-lead-ready
              [session]="ready.session"
              [student]="student"
              [busy]="busy()"
              [problem]="problem()"
              (changed)="page.again()"
              (begin)="start($event)"
            />
          } @else {
            <p class="notice edge">
              {{ words.notOneStudents }}
              @if (classOf(); as group) {
                <a [routerLink]="['/classes', group, 'lead', id()]">{{ words.leadTheClass }}</a>
              }
              <a [routerLink]="['/bench', id()]">{{ words.fitOnBench }}</a>
            </p>
          }
        }
        @case ('leading') {
          <nv-lead-screen />
        }
        @case ('closing') {
          @if (student(); as student) {
            <nv-lead-closing [student]="student" [refused]="problem()" (goOn)="goOnAfterStop()" />
          }
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
  `,
})
export class LeadPage implements AsksBeforeLeaving {
  protected readonly words = leadWords.leadPage;
  readonly id = input.required<string>();

  private readonly sessions = inject(Sessions);
  private readonly store = inject(LeadStore);
  private readonly queue = inject(OfflineQueue);
  private readonly questions = inject(Questions);
  private readonly unsaved = inject(Unsaved);
  private readonly injector = inject(Injector);
  private readonly tab = inject(LeadingTab);

  protected readonly page = asked(this.id, (id) => this.sessions.withOwner(id));
  protected readonly student = computed(() => {
    const owner = this.page.value()?.owner;
    return owner?.kind === 'student' ? owner.student : null;
  });
  /** The class whose session it is, by id; null of any other. */
  protected readonly classOf = computed(() => {
    const owner = this.page.value()?.owner;
    return owner?.kind === 'class' ? owner.group.id : null;
  });
  private readonly day = inject(ScreeningClock).day;
  protected readonly dayChecked = computed(() => {
    const student = this.student();
    const { today, now } = this.day();
    return student !== null && isDayChecked(student, today, now);
  });
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | null>(null);

  protected readonly phase = computed(() => {
    const run = this.store.run();
    if (!run) return this.interrupted() ? 'interrupted' : 'ready';
    return run.state.kind === 'leading' || run.state.kind === 'paused' ? 'leading' : 'closing';
  });
  /** On the server, or on its way there in this browser. */
  private readonly safe = computed(() => {
    const sitting = this.store.sitting();
    return !sitting || sitting.record !== null || this.queue.waits('sitting', sitting.id);
  });
  private readonly lastSeen = signal(inject(LeadKeeper).kept());
  /** What was being led here when the page went away. */
  protected readonly interrupted = computed(() => {
    const kept = this.lastSeen();
    return kept?.sitting.sessionId === this.id() ? kept : null;
  });

  /** One leading, one id: a second press or a second try begins the same sitting. */
  private readonly sittingId = crypto.randomUUID();

  constructor() {
    const root = inject(DOCUMENT).documentElement;
    root.classList.add('dark');
    inject(DestroyRef).onDestroy(() => root.classList.remove('dark'));
    effect(() => {
      const [student, ready] = [this.student(), this.page.value()];
      if (student && ready) this.store.leadFor(student, ready.session.overrulings);
    });
    effect(() => {
      if (this.phase() === 'closing') void this.tab.release();
    });
  }

  /** Stop counts from the press of Start on, not only once the picture is there. */
  private stopWanted = false;

  protected stopWhenBegun(): void {
    if (this.busy()) this.stopWanted = true;
  }

  protected start(endsAt: number | null): void {
    const ready = this.page.value();
    if (!ready || this.busy()) return;
    this.stopWanted = false;
    this.here(() => this.begin(ready.session, endsAt));
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

  private begin(session: StoredSession, endsAt: number | null): void {
    this.store.putAsideOther();
    // What was answered just now arrives first: the server asks whether today was asked.
    const arrived = this.queue.arrived(this.student()?.id ?? '', PATIENCE);
    arrived.pipe(switchMap(() => this.store.begin(session, this.sittingId))).subscribe({
      next: (sitting) => void this.store.start(sitting, endsAt).then(() => this.begun()),
      error: (problem: ApiProblem) => {
        this.busy.set(false);
        void this.tab.release();
        if (problem.kind === 'away') return this.problem.set(NOT_BEGUN);
        const stale = problem.problem.code === 'stale';
        if (stale) this.page.again();
        this.problem.set(stale ? this.words.changedMeanwhile : problem.message);
      },
    });
  }

  /** Asked about the day, it may be tried again. */
  protected dayAsked(): void {
    this.problem.set(null);
    this.page.again();
  }

  protected goOn(kept: KeptLead): void {
    this.stopWanted = false;
    this.here(
      () =>
        void this.store.takeUpAgain(kept).then((objection) => {
          this.problem.set(objection);
          this.begun();
        }),
    );
  }

  protected goOnAfterStop(): void {
    this.stopWanted = false;
    this.here(
      () =>
        void this.store.goOnAfterStop().then((objection) => {
          this.problem.set(objection);
          this.begun();
        }),
    );
  }

  /** Until the controls are drawn and take the keys themselves, a stop is taken here. */
  private begun(): void {
    const drawn = (): void => {
      this.busy.set(false);
      if (this.stopWanted && this.phase() === 'leading') this.store.stop();
    };
    afterNextRender(drawn, { injector: this.injector });
  }

  protected endThere(kept: KeptLead): void {
    this.here(() => {
      this.busy.set(false);
      this.store.endInterrupted(kept);
    });
  }

  mayLeave(): true | Observable<boolean> {
    if (this.phase() === 'leading') return this.questions.ask(LEAVE_LEADING);
    if (this.phase() === 'closing' && !this.safe()) return this.questions.ask(LEAVE_UNRECORDED);
    return !this.unsaved.any() || this.questions.ask(LEAVE_UNSAVED);
  }

  protected unload(event: BeforeUnloadEvent): void {
    if (this.phase() === 'leading' || (this.phase() === 'closing' && !this.safe())) event.preventDefault();
  }
}
