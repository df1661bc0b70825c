import { ScrollingModule } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, computed, DOCUMENT, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatIconModule } from '@angular/material/icon';
import { MatSortModule, type Sort as SortChange } from '@angular/material/sort';
import { Router, RouterLink } from '@angular/router';
import type { StudentLine } from '@nuvrah/contract';
import { dayInShort, PERSON_FACTS, type PersonFact, entriesOf } from '@nuvrah/core';
import { combineLatest } from 'rxjs';
import { Classes } from '../../api/classes';
import { askedOnce } from '../../api/loaded';
import { ScreeningClock } from '../../api/screening-clock';
import { Students } from '../../api/students';
import { FactChip } from '../../shared/fact-chip';
import { LoadingNote } from '../../shared/loading-note';
import { addressFilters, isNarrowed } from '../../shared/page/address-filters';
import { PageBar } from '../../shared/page/page-bar';
import type { IconName } from '../../ui/icons';
import { FindField } from '../../ui/find-field';
import { SelectField } from '../../ui/select-field';
import { studentWords } from '../../words/student-words';
import { CapacityLine } from './capacity-line';
import { listed, needsOf, NO_FILTER, SORTS, type ListFilter, type Need } from './list-filter';

/** Height of a row, in the size of the text: rows are drawn as they scroll into sight. */
const ROW_REM = 3.5;
/** Facts that are spelt out in a row; of more there is the number. */
const FACTS_SHOWN = 2;
const ICON_OF: Readonly<Record<Need | 'ready', IconName>> = {
  ready: 'yes',
  suspended: 'no',
  intake: 'person',
  capacity: 'lungs',
};

/** All students: found, filtered and sorted, with what is to know of each. The filters are part of the address. */
@Component({
  selector: 'nv-student-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    FindField,
    CapacityLine,
    FactChip,
    LoadingNote,
    MatButtonModule,
    MatCheckboxModule,
    MatIconModule,
    MatSortModule,
    PageBar,
    RouterLink,
    ScrollingModule,
    SelectField,
  ],
  templateUrl: './student-list.html',
  styleUrls: ['../../ui/filters.scss', './student-list.scss'],
})
export class StudentList {
  readonly find = input<string>();
  readonly fact = input<string>();
  readonly group = input<string>();
  readonly needs = input<string>();
  readonly archived = input<string>();
  readonly sort = input<string>();
  readonly down = input<string>();

  private readonly students = inject(Students);
  private readonly groupsApi = inject(Classes);
  private readonly router = inject(Router);
  protected readonly filters = addressFilters();
  private readonly today = inject(ScreeningClock).today;

  protected readonly words = studentWords.list;
  /** Whether this page was come to by erasing somebody. */
  protected readonly erased = this.router.currentNavigation()?.extras.state?.['erased'] === true;
  protected readonly page = askedOnce(() => combineLatest([this.students.list(), this.groupsApi.list()]));
  private readonly all = computed(() => this.page.value()?.[0] ?? []);
  private readonly groups = computed(() => this.page.value()?.[1] ?? []);

  protected readonly filter = computed((): ListFilter => ({
    find: this.find() ?? '',
    fact: (this.fact() ?? '') as PersonFact | '',
    group: this.group() ?? '',
    needs: (this.needs() ?? '') as ListFilter['needs'],
    archived: this.archived() === 'yes',
    sort: SORTS.find((sort) => sort === this.sort()) ?? NO_FILTER.sort,
    down: this.down() === 'yes',
  }));
  protected readonly filtered = computed(() => {
    const { sort: _, down: __, ...narrow } = this.filter();
    return isNarrowed(narrow);
  });
  protected readonly rows = computed(() =>
    listed(this.all(), this.groups(), this.filter(), this.today()).map((student) => this.rowOf(student)),
  );
  protected readonly count = computed(() =>
    this.words.shown(this.rows().length, this.all().filter(({ archived }) => !archived).length),
  );
  protected readonly isEmpty = computed(() => this.all().length === 0);
  protected readonly archivedCount = computed(() => this.all().filter(({ archived }) => archived).length);

  /** Only what is true of somebody is offered. */
  protected readonly factWords = computed((): Readonly<Record<string, string>> => {
    const there = new Set(this.all().flatMap(({ facts }) => facts));
    const entries = entriesOf(PERSON_FACTS).filter(([id]) => there.has(id));
    return { '': this.words.anyFact, ...Object.fromEntries(entries) };
  });
  protected readonly groupWords = computed((): Readonly<Record<string, string>> => ({
    '': this.words.anyGroup,
    ...Object.fromEntries(
      this.groups()
        .filter(({ archived }) => !archived)
        .map(({ id, name }) => [id, name]),
    ),
  }));
  protected readonly needWords: Readonly<Record<string, string>> = this.words.needsOf;
  protected readonly rowHeight =
    ROW_REM * parseFloat(getComputedStyle(inject(DOCUMENT).documentElement).fontSize);

  private rowOf(student: StudentLine) {
    const [need = 'ready' as const] = needsOf(student, this.today());
    return {
      id: student.id,
      name: student.name,
      archived: student.archived,
      facts: student.facts.slice(0, FACTS_SHOWN),
      moreFacts: Math.max(0, student.facts.length - FACTS_SHOWN),
      lastSeen: student.lastSeen === null ? this.words.never : dayInShort(student.lastSeen),
      sittings: student.sittings,
      capacity: student.capacity,
      need,
      icon: ICON_OF[need],
      state: this.words.states[need],
    };
  }

  protected readonly idOf = (_: number, { id }: { readonly id: string }): string => id;

  protected sortBy({ active, direction }: SortChange): void {
    this.filters.set({
      sort: direction === '' || active === 'name' ? '' : active,
      down: direction === 'desc' ? 'yes' : '',
    });
  }
}
