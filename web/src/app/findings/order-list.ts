import { Component, computed, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  ORDERING_WORDS,
  orderFixes,
  type OrderingCase,
  type OrderingFinding,
  type Session,
} from '@nuvrah/core';
import { LEVEL_SIGNS } from './levels';

/** What of a session's order asks for another look, each with fixes that help. It does not keep anything from being led. */
@Component({
  selector: 'nv-order-list',
  imports: [MatButtonModule],
  template: `
    @for (row of rows(); track row.key) {
      <div class="notice" [class]="row.finding.level">
        <p>
          <strong>{{ row.level.sign }} {{ row.level.word }}</strong> {{ row.passage }} — {{ row.words }}
        </p>
        @for (fix of row.fixes; track fix.said) {
          <button matButton="outlined" type="button" (click)="apply.emit(fix.session)">{{ fix.said }}</button>
        }
      </div>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 0.5rem;
    }
    .notice {
      font-size: 0.9375rem;
      line-height: 1.35;
    }
    .notice strong {
      display: inline;
    }
    button {
      height: auto;
      min-height: 2.25rem;
      padding-block: 0.375rem;
      margin: 0.375rem 0.375rem 0 0;
    }
  `,
})
export class OrderList {
  readonly findings = input.required<readonly OrderingFinding[]>();
  readonly of = input.required<OrderingCase>();
  /** Names of the passages by id. */
  readonly names = input.required<ReadonlyMap<string, string>>();
  readonly apply = output<Session>();

  protected readonly rows = computed(() =>
    this.findings().map((finding) => ({
      finding,
      key: `${finding.rule} ${finding.passageId ?? ''}`,
      level: LEVEL_SIGNS[finding.level],
      passage: finding.passageId === null ? 'The whole session' : (this.names().get(finding.passageId) ?? ''),
      words: ORDERING_WORDS[finding.rule],
      // The mildest two: more is a choice without a difference.
      fixes: orderFixes(finding, this.of(), () => crypto.randomUUID()).slice(0, 2),
    })),
  );
}
