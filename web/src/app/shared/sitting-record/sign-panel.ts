import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { signById, SIGNS, STOP_ACTION, type Sign, type SignId } from '@nuvrah/core';
import { Fold } from '../../ui/fold';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { ledgerWords } from '../../words/ledger-words';

/** The signs at which one stops: choosing one says what to do, first things first. */
@Component({
  selector: 'nv-sign-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatCheckboxModule, Fold],
  template: `
    <nv-fold [name]="asked() ? words.wasThereASign : words.wasThereASignOn" [starts]="asked()">
      <ng-template>
        @for (group of groups; track group.name) {
          <fieldset>
            <legend>{{ group.name }}</legend>
            @for (sign of group.signs; track sign.id) {
              <mat-checkbox [checked]="chosen().includes(sign.id)" (change)="toggle(sign.id)">
                {{ sign.label }}
              </mat-checkbox>
            }
          </fieldset>
        }
      </ng-template>
    </nv-fold>
    <div class="told">
      @for (sign of told(); track sign.id) {
        <div class="notice act" [class.emergency]="sign.kind === 'emergency'" role="alert">
          <strong>{{ sign.label }}</strong>
          {{ sign.act }}
          @if (sign.kind === 'emergency') {
            <p class="number">{{ words.emergencyNumberHere(emergencyNumber()) }}</p>
          }
        </div>
      }
    </div>
  `,
  styles: `
    :host {
      display: grid;
      gap: 1rem;
    }
    // Below the boxes, which stay where the finger is, and in sight wherever they are scrolled to.
    .told {
      position: sticky;
      bottom: 0.5rem;
      display: grid;
      gap: 0.5rem;
    }
    .act {
      background: var(--sheet);
      font-size: 1.375rem;
      line-height: 1.35;
      border-color: var(--change);
    }
    .emergency {
      border-color: var(--no);
    }
    .act strong {
      font-size: 1.5rem;
    }
    .number {
      font-weight: 600;
      margin-top: 0.5rem;
    }
    fieldset {
      display: flex;
      flex-wrap: wrap;
      gap: 0.5rem;
      border: 0;
      margin: 0 0 0.75rem;
      padding: 0;
    }
    legend {
      color: var(--soft-ink);
      padding: 0.25rem 0;
    }
    mat-checkbox {
      min-height: 2.75rem;
      padding-right: 0.875rem;
      border: 1px solid var(--edge);
      border-radius: 6px;
    }
    mat-checkbox:has(:checked) {
      background: var(--press);
      border-color: var(--ink);
      font-weight: 600;
    }
  `,
})
export class SignPanel {
  protected readonly words = ledgerWords.signPanel;
  readonly asked = input.required<boolean>();
  readonly emergencyNumber = input.required<string>();
  readonly chosen = model.required<readonly SignId[]>();

  protected readonly groups = [
    { name: this.words.emergencyCallForHelp, signs: SIGNS.filter(({ kind }) => kind === 'emergency') },
    { name: this.words.stopForToday, signs: SIGNS.filter(({ kind }) => kind === 'stop') },
  ];

  /** What to do for what was chosen, emergencies first; the same advice once. */
  protected readonly told = computed<readonly Sign[]>(() => {
    const signs = this.chosen().map(signById);
    const emergencies = signs.filter(({ kind }) => kind === 'emergency');
    const stops = signs.filter(({ kind }) => kind === 'stop');
    const [first] = stops;
    const together = first && {
      ...first,
      label: stops.map(({ label }) => label).join(', '),
      act: STOP_ACTION,
    };
    return together ? [...emergencies, together] : emergencies;
  });

  protected toggle(id: SignId): void {
    const chosen = this.chosen();
    this.chosen.set(chosen.includes(id) ? chosen.filter((other) => other !== id) : [...chosen, id]);
  }
}
