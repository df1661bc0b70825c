import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatIconModule } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { CAUTION_LINE, FACT_NAMES, RULES } from '@nuvrah/core';
import { askedOnce } from '../../api/loaded';
import { Students } from '../../api/students';
import { LEVEL_SIGNS } from '../../shared/findings/levels';
import { LoadingNote } from '../../shared/loading-note';
import { addressFilters, isNarrowed } from '../../shared/page/address-filters';
import { PageBar } from '../../shared/page/page-bar';
import { SearchSelect } from '../../ui/search-select';
import { FindField } from '../../ui/find-field';
import { SelectField } from '../../ui/select-field';
import { shelfWords } from '../../words/shelf-words';
import { narrowed, ruleGroups, type RuleFilter } from './rule-groups';

/** Every rule by which sessions are screened, whom it concerns today and whom it touched. The filters are in the address. */
@Component({
  selector: 'nv-rule-book-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    FindField,
    LoadingNote,
    MatButtonModule,
    MatCheckboxModule,
    MatIconModule,
    PageBar,
    RouterLink,
    SearchSelect,
    SelectField,
  ],
  templateUrl: './rule-book-page.html',
  styleUrls: ['../../ui/filters.scss', './rule-book-page.scss'],
})
export class RuleBookPage {
  readonly find = input<string>();
  readonly fact = input<string>();
  readonly level = input<string>();
  readonly concerning = input<string>();

  private readonly students = inject(Students);
  protected readonly filters = addressFilters();

  protected readonly words = shelfWords.rules;
  protected readonly signs = LEVEL_SIGNS;
  protected readonly caution = CAUTION_LINE;
  protected readonly all = RULES.length;
  protected readonly book = askedOnce(() => this.students.ruleBook());
  protected readonly factWords: Readonly<Record<string, string>> = {
    '': this.words.anyFact,
    ...Object.fromEntries(
      [...new Set(RULES.map(({ fact }) => fact))].map((fact) => [fact, FACT_NAMES[fact]]),
    ),
  };
  protected readonly levelWords: Readonly<Record<string, string>> = {
    '': this.words.anyLevel,
    ...this.words.levels,
  };

  protected readonly filter = computed((): RuleFilter => ({
    find: this.find() ?? '',
    fact: this.fact() ?? '',
    level: this.level() ?? '',
    concerning: this.concerning() === 'yes',
  }));
  protected readonly filtered = computed(() => isNarrowed(this.filter()));
  private readonly every = computed(() => ruleGroups(this.book.value()));
  protected readonly groups = computed(() => narrowed(this.every(), this.filter()));
  protected readonly count = computed(() => this.groups().reduce((sum, { rules }) => sum + rules.length, 0));

  protected print(): void {
    window.print();
  }
}
