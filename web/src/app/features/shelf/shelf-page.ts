import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { FAMILIES, GOALS, SEATS, TECHNIQUES, type Feature, nameBeside } from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { askedOnce } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { Variants } from '../../api/variants';
import { FindField } from '../../ui/find-field';
import { SelectField } from '../../ui/select-field';
import { ScoreStaff } from '../../shared/score/score-staff';
import { oneRound } from '../../shared/score/one-round';
import { NO_FILTER, passes, type ShelfEntry, type ShelfFilter } from './shelf-entries';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { shelfWords } from '../../words/shelf-words';
import { PageBar } from '../../shared/page/page-bar';

/** Width of a small picture, in units of the score. */
const PICTURE = 290;

/** The Shelf: every technique to browse and search, each with its one round. */
@Component({
  selector: 'nv-shelf-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    FindField,
    LoadingNote,
    MatButtonModule,
    MatCheckboxModule,
    PageBar,
    RouterLink,
    ScoreStaff,
    SelectField,
  ],
  template: `
    <nv-page-bar>
      <h1>{{ words.title }}</h1>
      <span class="soft" role="status">{{ words.shown(found().length, entries().length) }}</span>
      <a matButton="outlined" routerLink="/shelf/rules">{{ words.ruleBook }}</a>
      <a matButton="outlined" routerLink="/shelf/conventions">{{ words.conventions }}</a>
    </nv-page-bar>
    <div class="page wide">
      <nv-loading-note [state]="page.state()" (retry)="page.again()" />
      <search class="filters">
        <nv-find-field [label]="words.find" [value]="filter().text" (valueChange)="set({ text: $event })" />
        <nv-select
          [label]="words.goal"
          [value]="filter().goal"
          [words]="goals"
          (valueChange)="set({ goal: $event })"
        />
        <nv-select
          [label]="words.feature"
          [value]="filter().feature"
          [words]="features"
          (valueChange)="set({ feature: $event })"
        />
        <nv-select
          [label]="words.seat"
          [value]="filter().seat"
          [words]="seats"
          (valueChange)="set({ seat: $event })"
        />
        <mat-checkbox [checked]="filter().silent" (change)="set({ silent: $event.checked })">
          {{ words.silent }}
        </mat-checkbox>
        <mat-checkbox [checked]="filter().handsFree" (change)="set({ handsFree: $event.checked })">
          {{ words.handsFree }}
        </mat-checkbox>
        @if (filtered()) {
          <button matButton type="button" (click)="clear()">{{ words.clear }}</button>
        }
      </search>
      <ul>
        @for (row of rows(); track row.key) {
          <li [hidden]="!row.shown">
            <a [routerLink]="['/shelf', row.key]">
              <nv-score-staff
                aria-hidden="true"
                [timeline]="row.round.timeline"
                [window]="row.round.window"
                [width]="picture"
                [rulers]="false"
              />
              <strong>{{ row.name }}</strong>
              <span class="soft">{{ row.also }}</span>
            </a>
          </li>
        }
      </ul>
      @if (found().length === 0) {
        <p class="notice">{{ words.none }}</p>
      }
    </div>
  `,
  styleUrl: '../../ui/filters.scss',
  styles: `
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(15rem, 1fr));
      gap: 1.25rem 1.5rem;
    }
    li[hidden] {
      display: none;
    }
    li a {
      display: block;
      color: inherit;
      text-decoration: none;
      border-top: 1px solid var(--rule);
      padding-top: 0.25rem;
    }
    li a:hover strong {
      text-decoration: underline;
    }
    strong,
    .soft {
      display: block;
    }
    strong {
      font: 600 1.125rem/1.3 var(--serif);
    }
  `,
})
export class ShelfPage {
  private readonly account = inject(AccountStore);
  private readonly variants = inject(Variants);

  protected readonly words = shelfWords.list;
  protected readonly picture = PICTURE;
  protected readonly page = askedOnce(() => this.variants.load());
  protected readonly goals = { '': this.words.any, ...GOALS };
  protected readonly seats = {
    '': this.words.any,
    ...Object.fromEntries(Object.entries(SEATS).map(([id, { name }]) => [id, name])),
  } as Record<ShelfFilter['seat'], string>;
  protected readonly features = {
    '': this.words.any,
    ...Object.fromEntries(
      [...new Set(TECHNIQUES.flatMap(({ features }) => features))]
        .sort()
        .map((id) => [id, id.replace('-', ' ')]),
    ),
  } as Record<Feature | '', string>;

  private readonly chosen = signal(NO_FILTER);
  protected readonly filter = this.chosen.asReadonly();
  protected readonly filtered = computed(() => this.filter() !== NO_FILTER);

  protected readonly entries = computed((): readonly ShelfEntry[] => {
    const own = this.variants.inUse().flatMap(({ id, document }) => {
      const technique = this.variants.techniqueOf(id);
      return technique ? [{ key: id, variant: true, technique, note: document.note }] : [];
    });
    return [
      ...TECHNIQUES.map((technique) => ({ key: technique.id, variant: false, technique, note: '' })),
      ...own,
    ];
  });
  /** Pictures are made once; a filter only hides them. */
  private readonly pictured = computed(() => {
    const { naming, conventions } = this.account.required();
    return this.entries().map((entry) => {
      const { names, family, id } = entry.technique;
      const other = nameBeside({ names }, naming);
      const base = TECHNIQUES.find((technique) => technique.id === id);
      return {
        key: entry.key,
        entry,
        name: names[naming],
        also: entry.variant
          ? this.words.variantOf(base?.names[naming] ?? id)
          : this.words.beside(other, FAMILIES[family]),
        round: oneRound(entry.technique, 'right', conventions),
      };
    });
  });
  protected readonly rows = computed(() => {
    const filter = this.filter();
    return this.pictured().map((row) => ({ ...row, shown: passes(row.entry, filter) }));
  });
  protected readonly found = computed(() => this.rows().filter(({ shown }) => shown));

  protected set(change: Partial<ShelfFilter>): void {
    this.chosen.update((filter) => ({ ...filter, ...change }));
  }

  protected clear(): void {
    this.chosen.set(NO_FILTER);
  }
}
