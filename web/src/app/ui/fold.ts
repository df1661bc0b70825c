import { NgTemplateOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  contentChild,
  input,
  linkedSignal,
  TemplateRef,
} from '@angular/core';

/**
 * Something folded away under its name, in an `<ng-template>`: it is only made when it is first opened, so that a page of
 * many forms costs what is seen of it.
 */
@Component({
  selector: 'nv-fold',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NgTemplateOutlet],
  template: `
    <details #details [open]="starts()" (toggle)="made.set(made() || details.open)">
      <summary>{{ name() }}</summary>
      @if (made()) {
        <ng-container [ngTemplateOutlet]="content()" />
      }
    </details>
  `,
  styles: `
    :host {
      display: block;
    }
    details {
      border-top: 1px solid var(--rule);
      padding-top: 0.25rem;
    }
    summary {
      cursor: pointer;
      padding: 0.375rem 0;
      font-weight: 600;
    }
  `,
})
export class Fold {
  readonly name = input.required<string>();
  /** Whether it begins opened. */
  readonly starts = input(false);

  protected readonly content = contentChild.required(TemplateRef);
  protected readonly made = linkedSignal(() => this.starts());
}
