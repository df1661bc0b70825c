import { ChangeDetectionStrategy, Component, model } from '@angular/core';

/** How hard it felt, 0 to 10; nothing chosen is an answer too. */
@Component({
  selector: 'nv-effort-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset>
      <legend>How hard did it feel? <span class="soft">0 nothing at all, 10 all there was</span></legend>
      <div class="row">
        @for (step of steps; track step) {
          <label>
            <input
              type="radio"
              name="effort"
              [value]="step"
              [checked]="value() === step"
              (change)="value.set(step)"
            />
            <span>{{ step }}</span>
          </label>
        }
      </div>
    </fieldset>
  `,
  styles: `
    fieldset {
      border: 0;
      margin: 0;
      padding: 0;
    }
    legend {
      font-size: 1.25rem;
      padding: 0 0 0.5rem;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 0.375rem;
    }
    label {
      position: relative;
      cursor: pointer;
    }
    input {
      position: absolute;
      opacity: 0;
    }
    span {
      display: grid;
      place-items: center;
      min-width: 2.75rem;
      height: 2.75rem;
      border: 1px solid var(--edge);
      border-radius: 4px;
      font-weight: 600;
    }
    .soft {
      display: inline;
      border: 0;
      font-weight: 400;
      font-size: 1.0625rem;
    }
    input:checked + span {
      background: var(--ink);
      color: var(--ground);
    }
    input:focus-visible + span {
      outline: 2px solid var(--ink);
      outline-offset: 2px;
    }
  `,
})
export class EffortField {
  readonly value = model.required<number | null>();

  protected readonly steps = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10];
}
