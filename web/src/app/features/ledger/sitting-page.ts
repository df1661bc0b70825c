import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import {
  compileSession,
  endedAt,
  FACT_NAMES,
  formatClock,
  isTrueOn,
  MEASURE_NAMES,
  PERSON_FACTS,
  RULES,
  sessionFromChecked,
  signById,
  type SignId,
  dayAt,
  momentFromText,
  momentInWords,
} from '@nuvrah/core';
import { combineLatest, filter, map, switchMap } from 'rxjs';
import { AccountStore } from '../../api/account';
import type { Sitting } from '@nuvrah/contract';
import type { ApiProblem } from '../../api/api';
import { asked } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { Sittings } from '../../api/sittings';
import { Students } from '../../api/students';
import { asksWhileUnsaved } from '../../ui/unsaved';
import { Fold } from '../../ui/fold';
import { LeadKeeper, recordOfNothing } from '../../shared/playback/lead-keeper';
import { SignPanel } from '../../shared/sitting-record/sign-panel';
import { describePassageRecord, describePlace } from '../../shared/sitting-record/describe-record';
import { EffortAndNote } from '../../shared/sitting-record/effort-and-note';
import { LEVEL_SIGNS } from '../../shared/findings/levels';
import { elementWidth } from '../../shared/score/element-width';
import { NOT_KEPT, WAITS_HERE } from '../../shared/offline-queue/words';
import { OfflineQueue } from '../../shared/offline-queue/offline-queue';
import { ScoreStaff } from '../../shared/score/score-staff';
import { windowOf } from '../../shared/score/score-window';
import { describeDay } from '../../shared/day-check/describe-day';
import { SignBack } from './sign-back';
import { PageBar } from '../../shared/page/page-bar';

/** One sitting: what was done against what was planned; effort and note can still be filled in. */
@Component({
  selector: 'nv-sitting-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    PageBar,
    EffortAndNote,
    Fold,
    LoadingNote,
    MatButtonModule,
    RouterLink,
    ScoreStaff,
    SignBack,
    SignPanel,
  ],
  template: `
    <div class="page">
      <nv-loading-note [state]="page.state()" (retry)="page.again()" />
      @if (page.value(); as ready) {
        <nv-page-bar>
          <h1>{{ ready.sitting.led.session.title }}</h1>
          <span class="soft">
            <a routerLink="/ledger" [queryParams]="{ student: ready.student.id }">{{ ready.student.name }}</a>
            ·
            {{ day() }}{{ where() }}
          </span>
        </nv-page-bar>
        <nv-fold name="What was known on that day">
          <ng-template>
            <ul>
              @for (line of known(); track $index) {
                <li>{{ line }}</li>
              } @empty {
                <li>Nothing was on record.</li>
              }
            </ul>
          </ng-template>
        </nv-fold>
        @if (ready.sitting.record; as record) {
          <p>
            {{ record.outcome === 'finished' ? 'Finished' : 'Stopped' }} after {{ led() }}
            @if (record.pauses > 0) {
              , paused {{ record.pauses }} {{ record.pauses === 1 ? 'time' : 'times' }}
            }
          </p>
          @if (score(); as score) {
            <nv-score-staff
              class="score"
              [timeline]="score.timeline"
              [window]="score.window"
              [width]="width()"
              [at]="score.ended"
            />
            <p class="soft">
              As it was planned{{ score.ended === null ? '' : '; the line is where it was stopped' }}.
            </p>
          }
          <ul>
            @for (line of lines(); track $index) {
              <li>{{ line }}</li>
            }
          </ul>
          @if (signs(); as signs) {
            <div class="notice">
              <strong>Signs</strong> {{ signs }}
              <nv-sign-back [sitting]="ready.sitting" (changed)="page.again()" />
            </div>
          }
          <nv-fold name="Add a sign">
            <ng-template>
              <nv-sign-panel
                [asked]="true"
                [emergencyNumber]="emergencyNumber"
                [chosen]="record.signs"
                (chosenChange)="addSigns(ready.sitting, $event)"
              />
            </ng-template>
          </nv-fold>
          <nv-effort-and-note [(effort)]="effort" [(note)]="note" [problem]="problem()" (save)="save()">
            <div class="actions">
              <button matButton="filled" type="submit" [disabled]="busy()">Save</button>
              <span class="soft" role="status">{{ said() }}</span>
            </div>
          </nv-effort-and-note>
          @if (corrections().length > 0) {
            <h2>Before it was corrected</h2>
            <ul>
              @for (line of corrections(); track line.version) {
                <li>
                  <span class="soft">until {{ line.when }}</span> effort {{ line.effort ?? '–' }}
                  {{ line.note }}
                </li>
              }
            </ul>
          }
        } @else if (waits()) {
          <p class="notice" role="status">{{ waitsHere }}</p>
        } @else {
          <div class="notice">
            <p>This sitting was begun; what was done never arrived.</p>
            @if (interrupted()) {
              <a matButton="filled" [routerLink]="['/lead', ready.sitting.sessionId]"
                >Go on with it, or close it there</a
              >
            } @else {
              <button matButton="outlined" type="button" [disabled]="busy()" (click)="closeEmpty()">
                Close it: nothing of it was done
              </button>
            }
            @if (problem(); as text) {
              <p role="alert">{{ text }}</p>
            }
          </div>
        }
      }
    </div>
  `,
  styles: `
    ul {
      padding-left: 1.25rem;
    }
    .score {
      background: var(--sheet);
      overflow: hidden;
      margin: 0.75rem 0 0.25rem;
    }
    nv-effort-and-note {
      display: block;
      margin-top: 1.5rem;
      max-width: 44rem;
    }
    .actions {
      display: flex;
      gap: 1rem;
      align-items: center;
    }
  `,
})
export class SittingPage {
  readonly id = input.required<string>();

  private readonly sittings = inject(Sittings);
  private readonly queue = inject(OfflineQueue);
  private readonly students = inject(Students);
  private readonly account = inject(AccountStore);

  protected readonly page = asked(this.id, (id) =>
    this.sittings
      .get(id)
      .pipe(
        switchMap((sitting) =>
          combineLatest([this.students.get(sitting.studentId), this.sittings.corrections(id)]).pipe(
            map(([student, corrections]) => ({ sitting, student, corrections })),
          ),
        ),
      ),
  );
  private readonly saved = signal<{ readonly version: number } | null>(null);
  protected readonly day = computed(() =>
    momentInWords(this.page.value()?.sitting.startedAt ?? '', this.account.required().timeZone),
  );
  /** What was true then: of the person, of the day, and what spoke against it. */
  protected readonly known = computed(() => {
    const ready = this.page.value();
    if (!ready) return [];
    const { led, startedAt } = ready.sitting;
    const day = led.dayCheck?.day ?? dayAt(momentFromText(startedAt), this.account.required().timeZone);
    const facts = ready.student.facts
      .filter((fact) => isTrueOn(fact, day))
      .map(({ fact }) => PERSON_FACTS[fact]);
    const findings = led.findings.map(({ rule, level, standing, because }) => {
      const found = RULES.find(({ id }) => id === rule);
      const what = found ? `${FACT_NAMES[found.fact]} · ${MEASURE_NAMES[found.feature][0]}` : rule;
      return `${LEVEL_SIGNS[level].word}: ${what}${standing === 'open' ? '' : `, ${standing}`}${because ? `: ${because}` : ''}`;
    });
    return [...facts, ...(led.dayCheck ? [describeDay(led.dayCheck)] : []), ...findings];
  });
  /** What was planned, as a score; where it was stopped is marked. */
  protected readonly score = computed(() => {
    const sitting = this.page.value()?.sitting;
    if (!sitting?.record) return null;
    const { session, hand, conventions } = sitting.led;
    const timeline = compileSession(sessionFromChecked(session), { hand }, conventions);
    const ended = sitting.record.outcome === 'stopped' ? endedAt(sitting.record, timeline) : null;
    return { timeline, window: windowOf({ kind: 'session' }, timeline), ended };
  });
  protected readonly where = computed(() => {
    const sitting = this.page.value()?.sitting;
    if (!sitting) return '';
    const told = sitting.reportedAt
      ? `, told ${momentInWords(sitting.reportedAt, this.account.required().timeZone)}`
      : '';
    return `${describePlace(sitting.place)}${told}`;
  });
  protected readonly width = elementWidth();
  protected readonly corrections = computed(() =>
    (this.page.value()?.corrections ?? []).map(({ version, correctedAt, effort, note }) => ({
      version,
      effort,
      note,
      when: momentInWords(correctedAt, this.account.required().timeZone),
    })),
  );
  protected readonly led = computed(() => formatClock(this.page.value()?.sitting.record?.led ?? 0));
  protected readonly lines = computed(() =>
    (this.page.value()?.sitting.record?.passages ?? []).map((passage) =>
      describePassageRecord(passage, this.account.required().naming),
    ),
  );
  protected readonly signs = computed(() =>
    (this.page.value()?.sitting.record?.signs ?? []).map((sign) => signById(sign).label).join(', '),
  );
  /** The same while only more is known of the student: what was typed stays. */
  private readonly sitting = computed(() => this.page.value()?.sitting ?? null);
  protected readonly effort = linkedSignal(() => this.sitting()?.effort ?? null);
  protected readonly note = linkedSignal(() => this.sitting()?.note ?? '');
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | null>(null);
  protected readonly said = signal('');

  protected readonly waitsHere = WAITS_HERE;
  /** Its record is on its way. */
  protected readonly waits = computed(() => this.queue.waits('sitting', this.id()));
  /** Whether this browser still has what was led of it. */
  protected readonly interrupted = computed(() => {
    const sitting = this.page.value()?.sitting;
    return (
      sitting !== undefined && sitting.sessionId !== null && this.keeper.kept()?.sitting.id === sitting.id
    );
  });
  private readonly keeper = inject(LeadKeeper);

  protected readonly emergencyNumber = this.account.required().emergencyNumber;

  constructor() {
    const arrived = this.queue.outcomes.pipe(
      filter(({ entry, delivery }) => entry.id === this.id() && delivery.kind === 'there'),
      takeUntilDestroyed(),
    );
    arrived.subscribe(() => this.page.again());
    asksWhileUnsaved(() => {
      const sitting = this.sitting();
      if (!sitting?.record || this.busy() || this.queue.waits('sitting', sitting.id)) return false;
      return this.effort() !== sitting.effort || this.note().trim() !== sitting.note;
    });
  }

  /** What came to light later; what was pressed by mistake is taken back, not left out. */
  protected addSigns(sitting: Sitting, signs: readonly SignId[]): void {
    const { record } = sitting;
    if (!record) return;
    const all = [...record.signs, ...signs.filter((sign) => !record.signs.includes(sign))];
    if (all.length > record.signs.length) this.record(sitting, { ...record, signs: all });
  }

  /** On record as stopped before its first breath; it counts for nothing and waits for nobody any more. */
  protected closeEmpty(): void {
    const sitting = this.page.value()?.sitting;
    if (sitting) this.record(sitting, recordOfNothing(sitting.led) as never);
  }

  protected save(): void {
    const sitting = this.page.value()?.sitting;
    if (sitting?.record) this.record(sitting, sitting.record);
  }

  private record(sitting: Sitting, record: NonNullable<Sitting['record']>): void {
    this.busy.set(true);
    this.problem.set(null);
    const version = this.saved()?.version ?? sitting.version;
    const body = { version, record, effort: this.effort(), note: this.note().trim() };
    const { id, studentId } = sitting;
    this.queue.putOrFail({ kind: 'sitting', id, studentId, body }).subscribe({
      next: (delivery) => {
        this.busy.set(false);
        if (delivery.kind !== 'there') {
          this.said.set(delivery.kept ? 'Kept in this browser: the server is away.' : NOT_KEPT);
          return;
        }
        this.saved.set(delivery.answer);
        this.said.set('Saved.');
      },
      error: (problem: ApiProblem) => {
        this.busy.set(false);
        this.problem.set(problem.message);
      },
    });
  }
}
