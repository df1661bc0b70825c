import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import {
  CAUTION_LINE,
  describeMeasure,
  FACT_NAMES,
  MEASURE_NAMES,
  REMEDY_WORDS,
  RULES,
  type Rule,
  dayInWords,
} from '@nuvrah/core';
import { askedOnce } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { Students } from '../../api/students';
import { LEVEL_SIGNS } from '../../shared/findings/levels';
import { PageBar } from '../../shared/page/page-bar';

/** Every rule by which sessions are screened, whom it concerns today and whom it touched. Can be searched and printed. */
@Component({
  selector: 'nv-rule-book-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PageBar, LoadingNote, MatButtonModule, RouterLink],
  template: `
    <div class="page">
      <nv-page-bar>
        <h1>Rule book</h1>
        <span class="soft">{{ shown().length }} of {{ all }} rules</span>
        <label class="screen">
          <span class="spoken-only">search the rules</span>
          <input
            type="search"
            placeholder="pregnant, hold, Pell …"
            aria-label="search the rules"
            [value]="wanted()"
            (input)="search($event)"
          />
        </label>
        <button matButton="outlined" type="button" class="screen" (click)="print()">Print</button>
      </nv-page-bar>
      <p class="soft">{{ caution }}</p>
      <nv-loading-note [state]="book.state()" (retry)="book.again()" />
      <table class="sheet-table">
        <thead>
          <tr>
            <th scope="col">when</th>
            <th scope="col">and the session has</th>
            <th scope="col">then</th>
            <th scope="col">why, and what to do</th>
            <th scope="col">students</th>
          </tr>
        </thead>
        <tbody>
          @for (row of shown(); track row.id) {
            <tr>
              <td>{{ row.fact }}</td>
              <td>{{ row.feature }}</td>
              <td>
                <strong [class]="row.level.word.toLowerCase()"
                  >{{ row.level.sign }} {{ row.level.word }}</strong
                >
              </td>
              <td>
                {{ row.reason }} <span class="soft">{{ row.remedies }}</span>
              </td>
              <td>
                @for (student of row.students; track student.id) {
                  <div>
                    <a [routerLink]="['/students', student.id]">{{ student.name }}</a>
                    <span class="soft"> {{ student.touched }}</span>
                  </div>
                }
              </td>
            </tr>
          } @empty {
            <tr>
              <td colspan="5">No rule says this. Try a condition, a part of the session or a name.</td>
            </tr>
          }
        </tbody>
      </table>
    </div>
  `,
  styles: `
    .page {
      max-width: 78rem;
    }
    p {
      margin-bottom: 1rem;
    }
    input {
      font: inherit;
      color: var(--ink);
      background: var(--sheet);
      border: 1px solid var(--edge);
      border-radius: 3px;
      padding: 0.375rem 0.5rem;
      width: 16rem;
    }
    td {
      font-size: 0.9375rem;
    }
    strong {
      white-space: nowrap;
    }
    .no {
      color: var(--no);
    }
    .clearance {
      color: var(--clearance);
    }
    .change {
      color: var(--change);
    }
    .care {
      color: var(--care);
    }
    @media print {
      .screen {
        display: none;
      }
      tr {
        break-inside: avoid;
      }
    }
  `,
})
export class RuleBookPage {
  private readonly students = inject(Students);

  protected readonly caution = CAUTION_LINE;
  protected readonly all = RULES.length;
  protected readonly book = askedOnce(() => this.students.ruleBook());
  /** What is looked for, as it stands in the address. */
  readonly find = input<string>();
  protected readonly wanted = linkedSignal(() => this.find() ?? '');

  private readonly rows = computed(() => {
    const book = this.book.value();
    const touched = new Map(
      (book?.touched ?? []).map(({ rule, studentId, sittings, last }) => [
        `${rule} ${studentId}`,
        `touched ${sittings === 1 ? 'one sitting' : `${sittings} sittings`}, last on ${dayInWords(last)}`,
      ]),
    );
    return RULES.map((rule) => {
      const students = (book?.students ?? []).flatMap(({ id, name, facts }) => {
        const was = touched.get(`${rule.id} ${id}`);
        // What is true of everybody concerns everybody: there only those count whom it touched.
        const concerned = rule.fact !== 'anyone' && facts.includes(rule.fact);
        return concerned || was ? [{ id, name, touched: was ?? '' }] : [];
      });
      return { ...sayRule(rule), students };
    });
  });

  protected readonly shown = computed(() => {
    const words = plain(this.wanted()).split(/\s+/).filter(Boolean);
    return this.rows().filter((row) => {
      const text = plain(
        [row.fact, row.feature, row.level.word, row.reason, ...row.students.map(({ name }) => name)].join(
          ' ',
        ),
      );
      return words.every((word) => text.includes(word));
    });
  });

  protected search(event: Event): void {
    this.wanted.set((event.target as HTMLInputElement).value);
  }

  protected print(): void {
    window.print();
  }
}

/** Small letters without marks, so that Sol finds Sól. */
const plain = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

function sayRule({ id, fact, feature, over, level, reason, remedies, unless }: Rule) {
  const [name, unit] = MEASURE_NAMES[feature];
  const measured = over === 0 ? name : `${name} over ${over} ${unit}`;
  return {
    id,
    fact: FACT_NAMES[fact],
    feature: unit === '' ? describeMeasure(feature, 1, 0) : measured,
    level: LEVEL_SIGNS[level],
    reason: unless === null ? reason : `${reason} (Not where your conventions allow it.)`,
    remedies: remedies.map((kind) => REMEDY_WORDS[kind]).join(', '),
  };
}
