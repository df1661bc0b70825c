import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialogModule } from '@angular/material/dialog';
import { CAUTION_LINE, EMERGENCY_ACTION, SIGNS, STOP_ACTION, type Sign } from '@nuvrah/core';
import { LocalNumber } from './local-number';
import { dayWords } from '../words/day-words';

/** Signs at which one stops, and what to do, first things first. */
@Component({
  selector: 'nv-sign-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatDialogModule],
  template: `
    <h2 mat-dialog-title>{{ words.signsToStopAt }}</h2>
    <mat-dialog-content tabindex="0">
      <section class="emergency" aria-labelledby="emergencies">
        <h3 id="emergencies">{{ words.emergency(number()) }}</h3>
        <p>{{ emergencyAction }}</p>
        <dl>
          @for (sign of emergencies; track sign.label) {
            <dt>{{ sign.label }}</dt>
            <dd>{{ sign.then }}</dd>
          }
        </dl>
      </section>
      <section aria-labelledby="stops">
        <h3 id="stops">{{ words.stopForToday }}</h3>
        <p>{{ stopLabels }}</p>
        <p>{{ stopAction }}</p>
      </section>
      <p class="soft">{{ caution }}</p>
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      <button matButton mat-dialog-close type="button">{{ words.close }}</button>
    </mat-dialog-actions>
  `,
  styles: `
    h3,
    p,
    dl {
      color: var(--ink);
    }
    h3 {
      font-size: 1.25rem;
      margin-bottom: 0.25rem;
    }
    section {
      margin-bottom: 1rem;
    }
    .emergency {
      border-left: 4px solid var(--no);
      padding-left: 0.875rem;
    }
    dl {
      margin: 0.5rem 0 0;
    }
    dt {
      font-weight: 600;
    }
    dd {
      margin: 0 0 0.375rem;
    }
  `,
})
export class SignCard {
  protected readonly words = dayWords.signCard;
  protected readonly number = inject(LocalNumber).number;

  protected readonly caution = CAUTION_LINE;
  protected readonly emergencyAction = EMERGENCY_ACTION;
  protected readonly stopAction = STOP_ACTION;
  /** Signs that ask for the same stand together; what is done for all of them stands above. */
  protected readonly emergencies = [...byAct(SIGNS.filter(({ kind }) => kind === 'emergency'))].map(
    ([act, labels]) => ({ label: labels.join(' · '), then: act.replace(EMERGENCY_ACTION, '').trim() }),
  );
  protected readonly stopLabels = SIGNS.filter(({ kind }) => kind === 'stop')
    .map(({ label }) => label)
    .join(' · ');
}

function byAct(signs: readonly Sign[]): ReadonlyMap<string, string[]> {
  const groups = new Map<string, string[]>();
  for (const { act, label } of signs) groups.set(act, [...(groups.get(act) ?? []), label]);
  return groups;
}
