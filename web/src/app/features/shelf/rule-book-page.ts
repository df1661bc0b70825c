import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatIconModule } from '@angular/material/icon';
import { MatInputModule } from '@angular/material/input';
import { Router, RouterLink } from '@angular/router';
import { CAUTION_LINE, FACT_NAMES, RULES } from '@nuvrah/core';
import { askedOnce } from '../../api/loaded';
import { Students } from '../../api/students';
import { LEVEL_SIGNS } from '../../shared/findings/levels';
import { LoadingNote } from '../../shared/loading-note';
import { PageBar } from '../../shared/page/page-bar';
import { SearchSelect } from '../../ui/search-select';
import { SelectField } from '../../ui/select-field';
import { shelfWords } from '../../words/shelf-words';
import { narrowed, ruleGroups, type RuleFilter } from './rule-groups';

/** Every rule by which sessions are screened, whom it concerns today and whom it touched. The filters are in the address. */
@Component({
  selector: 'nv-rule-book-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    LoadingNote,
    MatButtonModule,
    MatCheckboxModule,
    MatFormFieldModule,
    MatIconModule,
    MatInputModule,
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
  private readonly router = inject(Router);

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
  protected readonly filtered = computed(() =>
    Object.values(this.filter()).some((value) => value !== '' && value !== false),
  );
  private readonly every = computed(() => ruleGroups(this.book.value()));
  protected readonly groups = computed(() => narrowed(this.every(), this.filter()));
  protected readonly count = computed(() => this.groups().reduce((sum, { rules }) => sum + rules.length, 0));

  protected set(change: Partial<Record<keyof RuleFilter, string>>): void {
    const queryParams = Object.fromEntries(
      Object.entries(change).map(([key, value]) => [key, value === '' ? null : value]),
    );
    void this.router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: true });
  }

  protected clear(): void {
    void this.router.navigate([]);
  }

  protected textOf(event: Event): string {
    return (event.target as HTMLInputElement).value;
  }

  protected print(): void {
    window.print();
  }
}
