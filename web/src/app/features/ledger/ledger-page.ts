import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { MatPaginatorModule, type PageEvent } from '@angular/material/paginator';
import { MatSortModule, type Sort } from '@angular/material/sort';
import { MatTableModule } from '@angular/material/table';
import { Router, RouterLink } from '@angular/router';
import {
  LEDGER_SIZES,
  LEDGER_SORTS,
  routes,
  type LedgerLine,
  type LedgerRows,
  type QueryOf,
} from '@nuvrah/contract';
import { formatClock, isDay, momentInWords, signById, SIGNS, TECHNIQUES } from '@nuvrah/core';
import { filter } from 'rxjs';
import { AccountStore } from '../../api/account';
import { addressOf } from '../../api/api';
import { asked, askedOnce } from '../../api/loaded';
import { Sittings } from '../../api/sittings';
import { Students } from '../../api/students';
import { LoadingNote } from '../../shared/loading-note';
import { OfflineQueue } from '../../shared/offline-queue/offline-queue';
import { WAITS_HERE } from '../../shared/offline-queue/words';
import { addressFilters } from '../../shared/page/address-filters';
import { PageBar } from '../../shared/page/page-bar';
import { describePassageRecord, describePlace } from '../../shared/sitting-record/describe-record';
import { Trends } from '../../shared/trends/trends';
import { DateField } from '../../ui/date-field';
import { Fold } from '../../ui/fold';
import { NextFrame } from '../../ui/next-frame';
import { SearchSelect } from '../../ui/search-select';
import { SelectField } from '../../ui/select-field';
import { describeFeltMore } from '../../shared/sitting-record/felt-fields';
import { ledgerWords } from '../../words/ledger-words';
import { providePaginatorWords } from '../../ui/paginator-words';

type Filters = QueryOf<typeof routes.ledgerFile>;
type PageQuery = QueryOf<typeof routes.ledger>;

const given = <T extends object>(all: T): Partial<T> =>
  Object.fromEntries(
    Object.entries(all).filter(([, value]) => value !== undefined && value !== ''),
  ) as Partial<T>;

/** The Ledger: sittings, filtered, in an order, a page at a time; of one student with trends. All of it is in the address. */
@Component({
  selector: 'nv-ledger-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  providers: [providePaginatorWords()],
  imports: [
    DateField,
    Fold,
    LoadingNote,
    MatButtonModule,
    MatIconModule,
    MatPaginatorModule,
    MatSortModule,
    MatTableModule,
    NextFrame,
    PageBar,
    RouterLink,
    SearchSelect,
    SelectField,
    Trends,
  ],
  templateUrl: './ledger-page.html',
  styleUrls: ['../../ui/filters.scss', './ledger-page.scss'],
})
export class LedgerPage {
  readonly student = input<string>();
  readonly from = input<string>();
  readonly to = input<string>();
  readonly technique = input<string>();
  readonly sign = input<string>();
  readonly effort = input<string>();
  readonly sort = input<string>();
  readonly up = input<string>();
  readonly part = input<string>();
  readonly size = input<string>();

  private readonly sittings = inject(Sittings);
  private readonly queue = inject(OfflineQueue);
  private readonly studentsApi = inject(Students);
  private readonly account = inject(AccountStore);
  private readonly router = inject(Router);
  private readonly address = addressFilters(false);

  protected readonly words = ledgerWords.list;
  protected readonly table = ledgerWords.table;
  protected readonly columns = ledgerWords.table.columns;
  protected readonly sizes = [...LEDGER_SIZES];
  protected readonly smallest = LEDGER_SIZES[0];

  protected readonly students = askedOnce(() => this.studentsApi.list());
  private readonly names = computed(
    () => new Map((this.students.value() ?? []).map(({ id, name }) => [id, name])),
  );
  protected readonly studentWords = computed((): Readonly<Record<string, string>> => ({
    '': this.words.anyStudent,
    ...Object.fromEntries(this.names()),
  }));
  protected readonly techniqueWords = computed((): Readonly<Record<string, string>> => {
    const { naming } = this.account.required();
    return {
      '': this.words.anyTechnique,
      ...Object.fromEntries(TECHNIQUES.map(({ id, names }) => [id, names[naming]])),
    };
  });
  protected readonly signWords: Readonly<Record<string, string>> = {
    '': this.words.anySign,
    ...Object.fromEntries(SIGNS.map(({ id, label }) => [id, label])),
  };
  protected readonly effortWords: Readonly<Record<string, string>> = {
    '': this.words.anyEffort,
    ...Object.fromEntries(Array.from({ length: 10 }, (_, index) => [`${index + 1}`, `${index + 1}`])),
  };

  private readonly filters = computed(
    () =>
      given({
        student: this.student(),
        from: this.from(),
        to: this.to(),
        technique: this.technique(),
        sign: this.sign(),
        effort: this.effort(),
      }) as Filters,
  );
  /** What is shown, with all its pages, as a file. */
  protected readonly file = computed(() => addressOf(routes.ledgerFile, { query: this.filters() }));
  protected readonly filtered = computed(() => Object.keys(this.filters()).some((key) => key !== 'student'));
  protected readonly sorted = computed(() => LEDGER_SORTS.find((sort) => sort === this.sort()) ?? 'day');
  protected readonly pageIndex = computed(() => Math.max(0, Math.floor(Number(this.part() ?? 0)) || 0));
  protected readonly pageSize = computed(
    () => LEDGER_SIZES.find((size) => `${size}` === this.size()) ?? LEDGER_SIZES[0],
  );

  /** As text: the same question is not put twice. */
  private readonly query = computed(() =>
    JSON.stringify({
      ...this.filters(),
      sort: this.sorted(),
      ...(this.up() === 'yes' && { up: 'yes' }),
      part: `${this.pageIndex()}`,
      size: `${this.pageSize()}`,
    }),
  );
  protected readonly asked = asked(this.query, (query) =>
    this.sittings.ledger(JSON.parse(query) as PageQuery),
  );
  /** What was there stays until what is asked for comes. */
  protected readonly page = linkedSignal<LedgerRows | null, LedgerRows | null>({
    source: this.asked.value,
    computation: (now, before) => now ?? before?.value ?? null,
  });
  protected readonly shownColumns = computed(() => [
    'day',
    ...(this.student() ? [] : ['student']),
    'done',
    'led',
    'effort',
    'signs',
    'note',
  ]);
  protected readonly rows = computed(() => (this.page()?.lines ?? []).map((line) => this.rowOf(line)));
  protected readonly idOf = (_: number, { id }: { readonly id: string }): string => id;

  constructor() {
    const arrived = this.queue.outcomes.pipe(
      filter(({ entry, delivery }) => entry.kind === 'sitting' && delivery.kind === 'there'),
      takeUntilDestroyed(),
    );
    arrived.subscribe(() => this.asked.again());
  }

  private rowOf({
    id,
    studentId,
    title,
    startedAt,
    place,
    record,
    effort,
    feltBefore,
    feltAfter,
    note,
  }: LedgerLine) {
    const { naming, timeZone } = this.account.required();
    return {
      id,
      title,
      where: describePlace(place),
      studentId,
      name: this.names().get(studentId) ?? '',
      day: momentInWords(startedAt, timeZone),
      done: record
        ? record.passages.map((passage) => describePassageRecord(passage, naming))
        : [this.queue.waits('sitting', id) ? WAITS_HERE : this.table.notTold],
      led: record ? formatClock(record.led) : '',
      effort,
      felt: describeFeltMore(feltBefore, feltAfter),
      signs: (record?.signs ?? []).map((sign) => signById(sign).label).join(', '),
      note,
    };
  }

  /** What is asked for otherwise begins with its first page. */
  protected set(change: Readonly<Record<string, string>>): void {
    this.address.set({ part: '', ...change });
  }

  protected sortBy({ active, direction }: Sort): void {
    this.set({ sort: active === 'day' ? '' : active, up: direction === 'asc' ? 'yes' : '' });
  }

  protected turnTo({ pageIndex, pageSize }: PageEvent): void {
    this.set({
      part: pageIndex === 0 ? '' : `${pageIndex}`,
      size: pageSize === LEDGER_SIZES[0] ? '' : `${pageSize}`,
    });
  }

  /** A day of the address; null where there is none. */
  protected readonly dayIn = (text: string | undefined) => (text !== undefined && isDay(text) ? text : null);

  protected clear(): void {
    void this.router.navigate([], { queryParams: this.student() ? { student: this.student() } : {} });
  }
}
