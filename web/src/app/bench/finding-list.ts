import { Component, computed, input } from '@angular/core';
import { describeFinding, type Finding, type FindingLevel } from '@nuvrah/core';

/** A sign and a word for each level: colour only helps. */
const SIGNS: Readonly<Record<FindingLevel, { readonly sign: string; readonly word: string }>> = {
  no: { sign: '⨯', word: 'No' },
  clearance: { sign: '⚕', word: 'Clearance' },
  change: { sign: '⇄', word: 'Change' },
  care: { sign: '◦', word: 'Care' },
};

/** What speaks against a session for a student, strictest first, with the passage it concerns. */
@Component({
  selector: 'nv-finding-list',
  template: `
    <ul>
      @for (row of rows(); track row.key) {
        <li class="notice" [class]="row.level">
          <strong>{{ row.sign }} {{ row.word }}</strong> {{ row.passage }} — {{ row.text }}
        </li>
      }
    </ul>
  `,
  styles: `
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
      display: grid;
      gap: 0.5rem;
    }
    li {
      font-size: 0.9375rem;
      line-height: 1.35;
    }
  `,
})
export class FindingList {
  readonly findings = input.required<readonly Finding[]>();
  /** Names of the passages by id. */
  readonly names = input.required<ReadonlyMap<string, string>>();

  protected readonly rows = computed(() =>
    this.findings().map((finding) => ({
      key: `${finding.rule} ${finding.passageId}`,
      level: finding.level,
      ...SIGNS[finding.level],
      passage: this.names().get(finding.passageId) ?? '',
      text: describeFinding(finding),
    })),
  );
}
