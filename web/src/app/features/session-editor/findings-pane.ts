import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { CAUTION_LINE } from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { FindingList } from '../../shared/findings/finding-list';
import { OrderList } from '../../shared/findings/order-list';
import { benchWords } from '../../words/bench-words';
import { BenchReview } from './bench-review';
import { ClassPanel } from './class-panel';
import { EasePanel } from './ease-panel';
import { FitPanel } from './fit-panel';
import { SessionDraft } from './session-draft';
import { SessionEdits } from './session-edits';
import { SessionFigures } from './session-figures';

/** What speaks against the session and its order, what the passage comes to within the capacity, and what it amounts to. */
@Component({
  selector: 'nv-findings-pane',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ClassPanel,
    EasePanel,
    FindingList,
    FitPanel,
    MatButtonModule,
    OrderList,
    RouterLink,
    SessionFigures,
  ],
  template: `
    <div class="scroll">
      @for (problem of draft.problems(); track problem.pointer + problem.code) {
        <p class="notice problem" role="alert">{{ problem.message }}</p>
      }
      @if (owner()?.kind === 'class') {
        <section>
          <h3>{{ words.whoComes }}</h3>
          <nv-class-panel
            [members]="review.members()"
            [names]="edits.nameById()"
            (fit)="fitTo.emit($event)"
          />
        </section>
      }
      @if (owner()?.kind === 'nobody') {
        <p class="soft inset">{{ words.template }}</p>
      }
      @for (line of review.missing(); track line) {
        <p class="notice clearance">
          {{ line }}
          <a [routerLink]="['/students', student()?.id, 'intake']">{{ words.openTheIntake }}</a>
        </p>
      }
      @if (student(); as who) {
        @if (review.screening(); as of) {
          <nv-finding-list
            [editable]="true"
            [findings]="review.findings()"
            [of]="of"
            [student]="who"
            [sessionId]="sessionId()"
            [overrulings]="review.overrulings()"
            [names]="edits.nameById()"
            [chosen]="edits.passage()?.id ?? null"
            (apply)="edits.replace($event)"
            (showPassage)="edits.choosePassage($event)"
            (approved)="review.approved($event)"
            (decided)="review.overrulings.set($event)"
          />
        }
      }
      @if (review.ordering(); as of) {
        <nv-order-list
          [findings]="review.order()"
          [of]="of"
          [names]="edits.nameById()"
          [chosen]="edits.passage()?.id ?? null"
          (apply)="edits.replace($event)"
          (showPassage)="edits.choosePassage($event)"
        />
      }
      @if (student(); as who) {
        @if (passage(); as passage) {
          <section>
            @if (passage.kind === 'counted') {
              <nv-fit-panel
                [student]="who"
                [sustainable]="review.sustainable()"
                [passage]="passage"
                [conventions]="review.conventions()"
                (use)="edits.useNumbers($event)"
              />
            }
            <nv-ease-panel
              [passage]="passage"
              [sustainable]="review.sustainable()"
              [conventions]="review.conventions()"
              [student]="who"
              [naming]="naming()"
              (numbers)="edits.useNumbers($event)"
              (edit)="edits.setPassage({ passage: $event, name: 'ease' })"
              (simpler)="edits.useSimpler($event)"
            />
          </section>
        }
        <section>
          <button matButton="outlined" type="button" (click)="asksToday.emit()">
            {{ review.dayChecked() ? words.todayAsked : words.todayNotAsked }}
          </button>
        </section>
      }
      <p class="soft inset">{{ caution }}</p>
    </div>
    @if (review.reviewed(); as reviewed) {
      <nv-session-figures [of]="reviewed" [passage]="edits.index()" (shown)="totals.emit()" />
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      min-height: 0;
    }
    .scroll {
      flex: 1;
      min-height: 0;
      overflow-y: auto;
    }
    section,
    .inset {
      padding: 0.625rem 0.875rem;
    }
    section {
      border-top: 1px solid var(--rule);
    }
    nv-ease-panel {
      margin-top: 0.5rem;
    }
    h3 {
      font-size: 1rem;
    }
    .inset {
      font-size: 0.9375rem;
    }
  `,
})
export class FindingsPane {
  protected readonly words = benchWords.findingsPane;
  readonly sessionId = input.required<string>();
  /** It is to be fitted to this student. */
  readonly fitTo = output<string>();
  /** Today is to be asked about. */
  readonly asksToday = output();
  /** All the totals are to be shown. */
  readonly totals = output();

  protected readonly caution = CAUTION_LINE;
  protected readonly review = inject(BenchReview);
  protected readonly draft = inject(SessionDraft);
  protected readonly edits = inject(SessionEdits);
  private readonly account = inject(AccountStore);

  protected readonly owner = this.review.owner;
  protected readonly student = this.review.student;
  protected readonly passage = this.edits.passage;
  protected readonly naming = computed(() => this.account.required().naming);
}
