import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
  viewChild,
  type TemplateRef,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import {
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
  untaughtSession,
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
import { SideSheet } from '../../ui/side-sheet';
import { SideSheets } from '../../ui/side-sheets';
import { ledgerWords } from '../../words/ledger-words';
import { LeadKeeper, recordOfNothing } from '../../shared/playback/lead-keeper';
import { SignPanel } from '../../shared/sitting-record/sign-panel';
import {
  describePassageRecord,
  describePlace,
  describeWay,
} from '../../shared/sitting-record/describe-record';
import { EffortAndNote } from '../../shared/sitting-record/effort-and-note';
import { LadderStart } from '../../shared/ladder/ladder-start';
import { LEVEL_SIGNS } from '../../shared/findings/levels';
import { NOT_KEPT, WAITS_HERE } from '../../shared/offline-queue/words';
import { OfflineQueue } from '../../shared/offline-queue/offline-queue';
import { ComparedScores, type ComparedSide } from '../../shared/score/compared-scores';
import { sideOfRecord, sideOfSession } from '../../shared/sitting-record/compared-sides';
import { markOf } from '../../api/mark-of';
import { feltOrNull, NOT_FELT } from '../../shared/sitting-record/felt-fields';
import { describeDay } from '../../shared/day-check/describe-day';
import { CorrectRecord } from './correct-record';
import { SignBack } from './sign-back';
import { PageBar } from '../../shared/page/page-bar';

/** One sitting: what was done against what was planned; effort and note can still be filled in. */
@Component({
  selector: 'nv-sitting-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    CorrectRecord,
    PageBar,
    EffortAndNote,
    Fold,
    LadderStart,
    LoadingNote,
    MatButtonModule,
    MatIconModule,
    RouterLink,
    ComparedScores,
    SignBack,
    SideSheet,
    SignPanel,
  ],
  templateUrl: './sitting-page.html',
  styles: `
    ul {
      padding-left: 1.25rem;
    }
    nv-compared-scores {
      margin: 0.75rem 0 1rem;
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

  protected readonly words = ledgerWords.sitting;
  protected readonly correctWords = ledgerWords.correct;
  private readonly sheets = inject(SideSheets);
  private readonly sheet = viewChild.required<TemplateRef<unknown>>('correcting');

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
  /** What was planned, and what was done of it. */
  protected readonly sides = computed((): readonly [ComparedSide, ComparedSide] | null => {
    const sitting = this.page.value()?.sitting;
    if (!sitting?.record) return null;
    const { record, led } = sitting;
    const session = sessionFromChecked(led.session);
    return [
      sideOfSession(this.words.planned, untaughtSession(session), led.hand, led.conventions),
      sideOfRecord(this.words.done, { ...led, session }, record),
    ];
  });
  protected readonly where = computed(() => {
    const sitting = this.page.value()?.sitting;
    if (!sitting) return '';
    const told = sitting.reportedAt
      ? this.words.told(momentInWords(sitting.reportedAt, this.account.required().timeZone))
      : '';
    return `${describePlace(sitting.place)}${told}`;
  });
  protected readonly corrections = computed(() =>
    (this.page.value()?.corrections ?? []).map(({ version, correctedAt, effort, note, record }) => ({
      version,
      when: this.words.until(momentInWords(correctedAt, this.account.required().timeZone)),
      effort: this.words.effort(effort),
      note,
      done: (record?.passages ?? []).map((passage) =>
        describePassageRecord(passage, this.account.required().naming),
      ),
    })),
  );
  /** "Finished after 12:40, paused 2 times". */
  protected readonly outcome = computed(() => {
    const record = this.page.value()?.sitting.record;
    if (!record) return '';
    const time = formatClock(record.led);
    const ended = record.outcome === 'finished' ? this.words.finished(time) : this.words.stopped(time);
    return `${ended}${record.pauses > 0 ? this.words.paused(record.pauses) : ''}`;
  });
  protected readonly way = computed(() => {
    const record = this.page.value()?.sitting.record;
    return record ? describeWay(record, this.account.required().naming) : [];
  });
  protected readonly signs = computed(() =>
    (this.page.value()?.sitting.record?.signs ?? []).map((sign) => signById(sign).label).join(', '),
  );
  /** The same while only more is known of the student: what was typed stays. */
  private readonly sitting = computed(() => this.page.value()?.sitting ?? null);
  protected readonly effort = linkedSignal(() => this.sitting()?.effort ?? null);
  protected readonly after = linkedSignal(() => this.sitting()?.feltAfter ?? NOT_FELT);
  protected readonly before = computed(() => {
    const sitting = this.sitting();
    return sitting && sitting.feltBefore;
  });
  protected readonly note = linkedSignal(() => this.sitting()?.note ?? '');
  private readonly told = computed(() => ({
    effort: this.effort(),
    feltAfter: feltOrNull(this.after()),
    note: this.note().trim(),
  }));
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
      const { effort, feltAfter, note } = sitting;
      return markOf(this.told()) !== markOf({ effort, feltAfter, note });
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

  protected openCorrection(): void {
    this.sheets.open(this.sheet());
  }

  protected correct(sitting: Sitting, record: NonNullable<Sitting['record']>): void {
    this.sheets.closeAll();
    this.record(sitting, record);
  }

  protected save(): void {
    const sitting = this.page.value()?.sitting;
    if (sitting?.record) this.record(sitting, sitting.record);
  }

  private record(sitting: Sitting, record: NonNullable<Sitting['record']>): void {
    this.busy.set(true);
    this.problem.set(null);
    const version = this.saved()?.version ?? sitting.version;
    const body = { version, record, ...this.told() };
    const { id, studentId } = sitting;
    this.queue.putOrFail({ kind: 'sitting', id, studentId, body }).subscribe({
      next: (delivery) => {
        this.busy.set(false);
        if (delivery.kind !== 'there') {
          this.said.set(delivery.kept ? this.words.keptHere : NOT_KEPT);
          return;
        }
        this.saved.set(delivery.answer);
        this.said.set(this.words.saved);
      },
      error: (problem: ApiProblem) => {
        this.busy.set(false);
        this.problem.set(problem.message);
      },
    });
  }
}
