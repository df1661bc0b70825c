import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { Student } from '@nuvrah/contract';
import {
  blocksLeading,
  describeFinding,
  describeNeed,
  type FindingLevel,
  type LeadNeed,
  type StandingFinding,
} from '@nuvrah/core';
import { LEVEL_SIGNS } from '../../shared/findings/levels';
import { benchWords } from '../../words/bench-words';

/** Who comes to a class, each with what speaks against its session for them. */
@Component({
  selector: 'nv-class-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, RouterLink],
  template: `
    <ul>
      @for (row of rows(); track row.id) {
        <li>
          <a [routerLink]="['/students', row.id]">{{ row.name }}</a>
          <button
            matButton
            type="button"
            [attr.aria-label]="words.fitItTo(row.name)"
            (click)="fit.emit(row.id)"
          >
            {{ words.fitIt }}
          </button>
          @for (line of row.lines; track line.text) {
            <div [class]="line.level">
              <strong>{{ line.sign }} {{ line.word }}</strong> {{ line.text }}
            </div>
          } @empty {
            <div class="soft">{{ words.nothingSpeaksAgainstIt }}</div>
          }
        </li>
      } @empty {
        <li class="soft">{{ words.nobodyComesYet }}</li>
      }
    </ul>
  `,
  styles: `
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
      font-size: 0.9375rem;
      line-height: 1.35;
    }
    li {
      padding: 0.375rem 0;
      border-top: 1px solid var(--rule);
    }
    li > a {
      font-weight: 600;
    }
    .no strong {
      color: var(--no);
    }
    .clearance strong {
      color: var(--clearance);
    }
    .change strong {
      color: var(--change);
    }
    .care strong {
      color: var(--care);
    }
  `,
})
export class ClassPanel {
  protected readonly words = benchWords.classPanel;
  readonly members = input.required<
    readonly {
      readonly student: Student;
      readonly findings: readonly StandingFinding[];
      /** What has to be resolved before it can be led for them. */
      readonly needs: readonly LeadNeed[];
    }[]
  >();
  /** Names of the passages by id. */
  readonly names = input.required<ReadonlyMap<string, string>>();
  /** The id of the student to fit it to. */
  readonly fit = output<string>();

  /** What keeps it from being led for them, or else what to take care of. */
  protected readonly rows = computed(() =>
    this.members().map(({ student, findings, needs }) => {
      const blocking = findings.filter(blocksLeading);
      const missing = needs.filter(({ code }) => code !== 'finding').map((need) => this.lineOf(need));
      const shown = needs.length > 0 ? blocking : findings;
      return { id: student.id, name: student.name, lines: [...missing, ...this.linesOf(shown)] };
    }),
  );

  /** What is missing on record keeps everything from being led. */
  private lineOf(need: LeadNeed) {
    return { level: 'no' as const, ...LEVEL_SIGNS.no, text: describeNeed(need) };
  }

  /** What is said of several passages is said once, with all their names. */
  private linesOf(findings: readonly StandingFinding[]) {
    const passages = new Map<string, { readonly level: FindingLevel; readonly names: string[] }>();
    for (const finding of findings) {
      const said = describeFinding(finding);
      const line = passages.get(said) ?? { level: finding.level, names: [] };
      line.names.push(this.names().get(finding.passageId ?? '') ?? this.words.theWholeSession);
      passages.set(said, line);
    }
    return [...passages].map(([said, { level, names }]) => ({
      level,
      ...LEVEL_SIGNS[level],
      text: `${said} (${names.join(', ')})`,
    }));
  }
}
