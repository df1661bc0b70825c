import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  signal,
  viewChild,
  type TemplateRef,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatIconModule } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { combineLatest } from 'rxjs';
import { Classes } from '../../api/classes';
import { askedOnce } from '../../api/loaded';
import { ownerId, Sessions } from '../../api/sessions';
import { Students } from '../../api/students';
import { LoadingNote } from '../../shared/loading-note';
import { addressFilters, isNarrowed } from '../../shared/page/address-filters';
import { PageBar } from '../../shared/page/page-bar';
import { LeadKeeper } from '../../shared/playback/lead-keeper';
import {
  passesFilter,
  DEFAULT_ORDER,
  SESSION_SORTS,
  type SessionFilter,
  type SessionOrder,
} from '../../shared/sessions/session-filter';
import { SessionTable } from '../../shared/sessions/session-table';
import { SearchSelect } from '../../ui/search-select';
import { FindField } from '../../ui/find-field';
import { SelectField } from '../../ui/select-field';
import { SideSheet } from '../../ui/side-sheet';
import { SideSheets } from '../../ui/side-sheets';
import { sessionWords } from '../../words/session-words';
import { NewSession } from './new-session';

/** All sessions: to work on one at the Bench, or to choose one to lead. Filters, order and page are part of the address. */
@Component({
  selector: 'nv-session-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    FindField,
    LoadingNote,
    MatButtonModule,
    MatCheckboxModule,
    MatIconModule,
    NewSession,
    PageBar,
    RouterLink,
    SearchSelect,
    SelectField,
    SessionTable,
    SideSheet,
  ],
  templateUrl: './session-list.html',
  styleUrl: '../../ui/filters.scss',
})
export class SessionList {
  readonly purpose = input<'lead'>();
  readonly find = input<string>();
  readonly owner = input<string>();
  readonly tag = input<string>();
  readonly archived = input<string>();
  readonly sort = input<string>();
  readonly down = input<string>();
  readonly part = input<string>();
  /** Whether a new one is begun at once. */
  readonly new = input<string>();

  private readonly studentsApi = inject(Students);
  private readonly classesApi = inject(Classes);
  private readonly sessionsApi = inject(Sessions);
  protected readonly filters = addressFilters();
  private readonly sheets = inject(SideSheets);
  private readonly adding = viewChild.required<TemplateRef<unknown>>('adding');

  protected readonly words = sessionWords.list;
  protected readonly addWords = sessionWords.add;
  protected readonly interrupted = signal(inject(LeadKeeper).kept()).asReadonly();
  protected readonly page = askedOnce(() =>
    combineLatest([this.studentsApi.list(), this.sessionsApi.list(), this.classesApi.list()]),
  );
  private readonly students = computed(() =>
    (this.page.value()?.[0] ?? []).filter(({ archived }) => !archived),
  );
  private readonly groups = computed(() =>
    (this.page.value()?.[2] ?? []).filter(({ archived }) => !archived),
  );
  protected readonly names = computed(
    () => new Map([...this.students(), ...this.groups()].map(({ id, name }) => [id, name])),
  );
  /** Sessions of archived students and classes rest with them; only a student's can be led. */
  protected readonly all = computed(() => {
    const here = new Set([...this.names().keys(), 'nobody']);
    return (this.page.value()?.[1] ?? []).filter(
      ({ owner }) => here.has(ownerId(owner)) && (this.purpose() !== 'lead' || owner.kind === 'student'),
    );
  });

  protected readonly filter = computed((): SessionFilter => ({
    find: this.find() ?? '',
    owner: this.owner() ?? '',
    tag: this.tag() ?? '',
    archived: this.archived() === 'yes',
  }));
  protected readonly filtered = computed(() => isNarrowed(this.filter()));
  protected readonly order = computed((): SessionOrder => {
    const sort = SESSION_SORTS.find((one) => one === this.sort());
    return sort ? { sort, down: this.down() === 'yes' } : DEFAULT_ORDER;
  });
  protected readonly pageNumber = computed(() => Math.max(0, Math.floor(Number(this.part() ?? 0)) || 0));
  protected readonly shown = computed(() =>
    this.all().filter((session) => passesFilter(session, this.filter(), this.names())),
  );
  protected readonly archivedCount = computed(() => this.all().filter(({ archived }) => archived).length);
  protected readonly count = computed(() =>
    this.words.shown(this.shown().length, this.all().filter(({ archived }) => !archived).length),
  );
  protected readonly emptyWords = computed(() => {
    if (this.all().length > 0) return this.words.none;
    return this.purpose() === 'lead' ? this.words.emptyToLead : this.words.empty;
  });
  protected readonly tags = computed(() => [...new Set(this.all().flatMap(({ tags }) => tags))].sort());

  /** Everybody for whom a session can be written. */
  protected readonly newOwners = computed((): Readonly<Record<string, string>> => ({
    ...Object.fromEntries(this.names()),
    nobody: this.words.template,
  }));
  protected readonly groupIds = computed(() => new Set(this.groups().map(({ id }) => id)));
  /** Only those who have a session are offered. */
  protected readonly ownerWords = computed((): Readonly<Record<string, string>> => {
    const there = new Set(this.all().map(({ owner }) => ownerId(owner)));
    const named = Object.entries(this.newOwners()).filter(([id]) => there.has(id));
    return { '': this.words.anyOwner, ...Object.fromEntries(named) };
  });
  protected readonly tagWords = computed((): Readonly<Record<string, string>> => ({
    '': this.words.anyTag,
    ...Object.fromEntries(this.tags().map((tag) => [tag, tag])),
  }));

  constructor() {
    afterNextRender(() => {
      if (this.new() === undefined) return;
      this.filters.set({ new: '' });
      this.openNew();
    });
  }

  protected openNew(): void {
    this.sheets.open(this.adding());
  }

  protected orderBy({ sort, down }: SessionOrder): void {
    this.filters.set({ sort, down: down ? 'yes' : '' });
  }
}
