import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Ladder } from '@nuvrah/contract';
import { describeRung, isTechniqueId, SCHOOLS, techniqueName } from '@nuvrah/core';
import { AccountStore } from '../../api/account';
import { STEPS } from '../../words/rung-words';
import { studentWords } from '../../words/student-words';

/** The ladders of a student, each with where it stands and what the rules say. */
@Component({
  selector: 'nv-ladder-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    @if (rows().length === 0) {
      <p class="notice">{{ words.noLadderYetOne }}</p>
    } @else {
      <table class="sheet-table">
        <thead>
          <tr>
            <th scope="col">{{ words.technique }}</th>
            <th scope="col">{{ words.school }}</th>
            <th scope="col">{{ words.now }}</th>
            <th scope="col">{{ words.nextStep }}</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.id) {
            <tr [class.soft]="row.ended">
              <td>
                <a [routerLink]="['/ladders', row.id]">{{ row.technique }}</a>
                @if (row.ended) {
                  {{ words.ended }}
                }
              </td>
              <td>{{ row.school }}</td>
              <td>{{ row.now }}</td>
              <td>{{ row.step }}</td>
            </tr>
          }
        </tbody>
      </table>
    }
  `,
})
export class LadderList {
  protected readonly words = studentWords.ladderList;
  readonly ladders = input.required<readonly Ladder[]>();

  private readonly account = inject(AccountStore);

  protected readonly rows = computed(() => {
    const { naming } = this.account.required();
    return this.ladders().map(({ id, technique, school, rungs, at, rule, ended, waits }) => {
      const numbers = rungs[at];
      return {
        id,
        ended,
        technique: isTechniqueId(technique) ? techniqueName(technique, naming) : technique,
        school: SCHOOLS[school].name,
        now: numbers ? this.words.rungOf(describeRung(numbers), at + 1, rungs.length) : '',
        step: `${STEPS[rule.step].name}${waits ? this.words.aDecisionWaits : ''}`,
      };
    });
  });
}
