import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { FAMILIES, GOALS, SEATS, TECHNIQUES, type Feature, nameBeside } from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { askedOnce } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { Variants } from '../../api/variants';
import { SelectField } from '../../ui/select-field';
import { ScoreStaff } from '../../shared/score/score-staff';
import { oneRound } from '../../shared/score/one-round';
import { NO_FILTER, passes, type ShelfEntry, type ShelfFilter } from './shelf-entries';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { PageBar } from '../../shared/page/page-bar';

/** Width of a small picture, in units of the score. */
const PICTURE = 290;

/** The Shelf: every technique to browse and search, each with its one round. */
@Component({
  selector: 'nv-shelf-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PageBar, MatCheckboxModule, SelectField, LoadingNote, MatButtonModule, RouterLink, ScoreStaff],
  template: `
    <div class="page">
      <nv-page-bar>
        <h1>Shelf</h1>
        <span class="soft">{{ found().length }} of {{ entries().length }} techniques</span>
        <a matButton="outlined" routerLink="/shelf/rules">Rule book</a>
        <a matButton="outlined" routerLink="/shelf/conventions">Where schools differ</a>
      </nv-page-bar>
      <nv-loading-note [state]="page.state()" (retry)="page.again()" />
      <div class="filters" role="search">
        <label>
          <span>name or spelling</span>
          <input
            #search
            type="search"
            aria-label="name or spelling"
            autocomplete="off"
            [value]="filter().text"
            (input)="set({ text: search.value })"
          />
        </label>
        <nv-select
          label="goal"
          [value]="filter().goal"
          [words]="goals"
          (valueChange)="set({ goal: $event })"
        />
        <nv-select
          label="feature"
          [value]="filter().feature"
          [words]="features"
          (valueChange)="set({ feature: $event })"
        />
        <nv-select
          label="seat"
          [value]="filter().seat"
          [words]="seats"
          (valueChange)="set({ seat: $event })"
        />
        <mat-checkbox [checked]="filter().silent" (change)="set({ silent: $event.checked })"
          >silent</mat-checkbox
        >
        <mat-checkbox [checked]="filter().handsFree" (change)="set({ handsFree: $event.checked })">
          hands free
        </mat-checkbox>
        @if (filtered()) {
          <button matButton type="button" (click)="clear()">Show all</button>
        }
      </div>
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
        <p>
          Nothing on the Shelf answers to all of that.
          <button matButton type="button" (click)="clear()">Show all</button>
        </p>
      }
    </div>
  `,
  styles: `
    .grow {
      flex: 1;
    }
    .filters {
      display: flex;
      flex-wrap: wrap;
      align-items: end;
      gap: 0.5rem 0.75rem;
      margin-bottom: 1.25rem;
    }
    label span {
      display: block;
      color: var(--soft-ink);
      font-size: 0.9375rem;
    }
    input[type='search'] {
      font: inherit;
      color: var(--ink);
      background: var(--sheet);
      border: 1px solid var(--edge);
      border-radius: 3px;
      padding: 0.375rem 0.5rem;
      min-height: 2.25rem;
      width: 14rem;
    }
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

  protected readonly picture = PICTURE;
  protected readonly page = askedOnce(() => this.variants.load());
  protected readonly goals = { '': 'any', ...GOALS };
  protected readonly seats = {
    '': 'any',
    ...Object.fromEntries(Object.entries(SEATS).map(([id, { name }]) => [id, name])),
  } as Record<ShelfFilter['seat'], string>;
  protected readonly features = {
    '': 'any',
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
          ? `your variant of ${base?.names[naming] ?? id}`
          : `${other} · ${FAMILIES[family]}`,
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
