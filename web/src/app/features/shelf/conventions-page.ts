import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import {
  CONVENTION_KEYS,
  CONVENTION_QUESTIONS,
  DEFAULT_CONVENTIONS,
  describeClosingHand,
  type ConventionKey,
  type Conventions,
  type Naming,
} from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import type { ApiProblem } from '../../api/api';
import { ConventionFields } from '../../shared/convention-fields';
import { Choice } from '../../ui/choice';
import { PageBar } from '../../shared/page/page-bar';
import { shelfWords } from '../../words/shelf-words';

const NAMINGS: Readonly<Record<Naming, string>> = {
  plain: shelfWords.conventionsPage.namingPlain,
  diacritic: shelfWords.conventionsPage.namingDiacritic,
  english: shelfWords.conventionsPage.namingEnglish,
};

/** Where the instructor stands where schools differ, and how names are written. Each choice is saved as it is made. */
@Component({
  selector: 'nv-conventions-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PageBar, Choice, ConventionFields, MatButtonModule, RouterLink],
  template: `
    <div class="page">
      <nv-page-bar>
        <h1>{{ words.whereSchoolsDiffer }}</h1>
        <span class="soft" role="status">{{ said() }}</span>
        <a matButton="outlined" routerLink="/shelf">{{ words.backToTheShelf }}</a>
      </nv-page-bar>
      <p class="soft">
        {{ words.about }}
      </p>
      @if (problem(); as text) {
        <p class="notice problem" role="alert">{{ text }}</p>
      }
      <nv-choice
        [legend]="words.namesAreWritten"
        [words]="namings"
        [value]="account.required().naming"
        (valueChange)="setNaming($event)"
      />
      <h2 id="hands">{{ words.theClosingHand }}</h2>
      @for (line of closing(); track line) {
        <p>{{ line }}</p>
      }
      <nv-convention-fields [value]="conventions()" (choose)="setConvention($event.key, $event.choice)" />
      @if (differs()) {
        <button matButton="outlined" type="button" (click)="save({ conventions: defaults })">
          {{ words.backToTheDefaults }}
        </button>
      }
    </div>
  `,
  styles: `
    .grow {
      flex: 1;
    }
    fieldset {
      border: 0;
      margin: 1rem 0;
      padding: 0;
    }
    legend {
      font-weight: 600;
    }
    label {
      display: flex;
      align-items: center;
      gap: 0.5rem;
      min-height: 2rem;
    }
    input {
      width: 1.25rem;
      height: 1.25rem;
      accent-color: var(--ink);
    }
  `,
})
export class ConventionsPage {
  protected readonly words = shelfWords.conventionsPage;
  protected readonly account = inject(AccountStore);
  protected readonly namings = NAMINGS;
  protected readonly defaults = DEFAULT_CONVENTIONS;

  protected readonly conventions = computed(() => this.account.required().conventions);
  protected readonly differs = computed(() =>
    CONVENTION_KEYS.some((key) => this.conventions()[key] !== CONVENTION_QUESTIONS[key].preset),
  );
  /** The hand at the nose, as these conventions have it. */
  protected readonly closing = computed(() =>
    (['right', 'left'] as const).map((hand) => describeClosingHand(hand, this.conventions())),
  );
  protected readonly said = signal('');
  protected readonly problem = signal<string | null>(null);

  protected setNaming(naming: Naming): void {
    this.save({ naming });
  }

  protected setConvention(key: ConventionKey, choice: string): void {
    this.save({ conventions: { ...this.conventions(), [key]: choice } });
  }

  protected save(change: { readonly naming?: Naming; readonly conventions?: Conventions }): void {
    const { naming, conventions } = this.account.required();
    this.problem.set(null);
    this.said.set(this.words.saving);
    this.account.changePreferences({ naming, conventions, ...change }).subscribe({
      next: () => this.said.set(this.words.saved),
      error: (problem: ApiProblem) => {
        this.said.set('');
        this.problem.set(this.words.choiceNotSaved(problem.message));
      },
    });
  }
}
