import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { afterLine, routes, type LedgerLine, type QueryOf } from '@nuvrah/contract';
import { isDay, signById, SIGNS, TECHNIQUES, momentInWords } from '@nuvrah/core';
import { filter, Subscription } from 'rxjs';
import { AccountStore } from '../../api/account';
import { addressOf, type ApiProblem } from '../../api/api';
import { askedOnce, askingAgain } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { Sittings } from '../../api/sittings';
import { Students } from '../../api/students';
import { SelectField } from '../../ui/select-field';
import { Fold } from '../../ui/fold';
import { WAITS_HERE } from '../../shared/offline-queue/words';
import { OfflineQueue } from '../../shared/offline-queue/offline-queue';
import { describePassageRecord, describePlace } from '../../shared/sitting-record/describe-record';
import { Trends } from '../../shared/trends/trends';
import { DateField } from '../../ui/date-field';
import { PageBar } from '../../shared/page/page-bar';

type Filters = Omit<QueryOf<typeof routes.ledger>, 'after'>;
type FilterKey = keyof Filters;

/** The Ledger: sittings, the newest first, filtered; of one student with trends. The filters are part of the address. */
@Component({
  selector: 'nv-ledger-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PageBar, DateField, SelectField, Fold, LoadingNote, MatButtonModule, RouterLink, Trends],
  templateUrl: './ledger-page.html',
  styleUrls: ['../../ui/form.scss', './ledger-page.scss'],
})
export class LedgerPage {
  readonly student = input<string>();
  readonly from = input<string>();
  readonly to = input<string>();
  readonly technique = input<string>();
  readonly sign = input<string>();
  readonly effort = input<string>();

  private readonly sittings = inject(Sittings);
  private readonly queue = inject(OfflineQueue);
  private readonly studentsApi = inject(Students);
  private readonly account = inject(AccountStore);
  private readonly router = inject(Router);

  protected readonly students = askedOnce(() => this.studentsApi.list());
  private readonly names = computed(
    () => new Map((this.students.value() ?? []).map(({ id, name }) => [id, name])),
  );
  protected readonly studentWords = computed((): Readonly<Record<string, string>> => ({
    '': 'all',
    ...Object.fromEntries(this.names()),
  }));
  protected readonly techniqueWords = computed((): Readonly<Record<string, string>> => {
    const { naming } = this.account.required();
    return { '': 'any', ...Object.fromEntries(TECHNIQUES.map(({ id, names }) => [id, names[naming]])) };
  });
  protected readonly signWords: Readonly<Record<string, string>> = {
    '': 'any or none',
    ...Object.fromEntries(SIGNS.map(({ id, label }) => [id, label])),
  };

  protected readonly filters = computed(
    (): Filters =>
      Object.fromEntries(
        Object.entries({
          student: this.student(),
          from: this.from(),
          to: this.to(),
          technique: this.technique(),
          sign: this.sign(),
          effort: this.effort(),
        }).filter(([, value]) => value !== undefined && value !== ''),
      ) as Filters,
  );
  /** What is shown, with all its pages, as a file. */
  protected readonly file = computed(() => addressOf(routes.ledgerFile, { query: this.filters() }));
  protected readonly filtered = computed(() => Object.keys(this.filters()).some((key) => key !== 'student'));

  private readonly lines = signal<readonly LedgerLine[]>([]);
  protected readonly more = signal(false);
  protected readonly loading = signal(true);
  protected readonly problem = signal<string | null>(null);
  private asked = new Subscription();

  constructor() {
    effect(() => {
      const filters = this.filters();
      untracked(() => this.load(filters, []));
    });
    const arrived = this.queue.outcomes.pipe(
      filter(({ entry, delivery }) => entry.kind === 'sitting' && delivery.kind === 'there'),
      takeUntilDestroyed(),
    );
    arrived.subscribe(() => this.again());
  }

  protected readonly rows = computed(() => {
    const { naming, timeZone } = this.account.required();
    return this.lines().map(({ id, studentId, title, startedAt, place, record, effort, note }) => ({
      id,
      title,
      where: describePlace(place),
      studentId,
      name: this.names().get(studentId) ?? '',
      day: momentInWords(startedAt, timeZone),
      done: record
        ? record.passages.map((passage) => describePassageRecord(passage, naming))
        : [this.queue.waits('sitting', id) ? WAITS_HERE : 'Begun; what was done never arrived.'],
      effort,
      signs: (record?.signs ?? []).map((sign) => signById(sign).label).join(', '),
      note,
    }));
  });

  protected set(key: FilterKey, value: string): void {
    void this.router.navigate([], {
      queryParams: { [key]: value === '' ? null : value },
      queryParamsHandling: 'merge',
    });
  }

  protected setFrom(key: FilterKey, event: Event): void {
    this.set(key, (event.target as HTMLInputElement).value);
  }

  /** A day of the address; null where there is none. */
  protected readonly dayIn = (text: string | undefined) => (text !== undefined && isDay(text) ? text : null);

  protected clear(): void {
    void this.router.navigate([], { queryParams: this.student() ? { student: this.student() } : {} });
  }

  protected loadMore(): void {
    this.load(this.filters(), this.lines());
  }

  protected again(): void {
    this.load(this.filters(), []);
  }

  /** The next page after what is there; what is there stays until it comes. */
  private load(filters: Filters, there: readonly LedgerLine[]): void {
    this.asked.unsubscribe();
    this.loading.set(true);
    this.problem.set(null);
    const last = there.at(-1);
    const query = { ...filters, ...(last && { after: afterLine(last) }) };
    const page = askingAgain(this.sittings.ledger(query), (message) => this.problem.set(message));
    this.asked = page.subscribe({
      next: ({ lines, more }) => {
        this.problem.set(null);
        this.lines.set([...there, ...lines]);
        this.more.set(more);
        this.loading.set(false);
      },
      error: (failed: ApiProblem) => {
        this.loading.set(false);
        this.problem.set(failed.message);
      },
    });
  }
}
