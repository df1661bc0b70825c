import { ChangeDetectionStrategy, Component, input } from '@angular/core';

let count = 0;

/** A pane with its name, a note or buttons beside it, and its content. */
@Component({
  selector: 'nv-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section [attr.aria-labelledby]="id">
      <header>
        <ng-content select="[cardIcon]" />
        <h2 [id]="id">{{ name() }}</h2>
        <ng-content select="[cardNote]" />
        <span class="grow"></span>
        <ng-content select="[cardAct]" />
      </header>
      <ng-content />
    </section>
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
    section {
      background: var(--sheet);
      border: 1px solid var(--rule);
      border-radius: 8px;
      overflow: hidden;
    }
    header {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 0.375rem 0.75rem;
      min-height: 3rem;
      padding: 0.5rem 1rem;
      background: var(--card-head, none);
    }
    h2 {
      color: var(--card-ink, var(--ink));
    }
    .grow {
      flex: 1;
    }
  `,
})
export class Card {
  readonly name = input.required<string>();
  protected readonly id = `card-${count++}`;
}
