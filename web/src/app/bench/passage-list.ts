import { CdkDrag, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { Component, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { TechniquePicker, type Pick } from './technique-picker';

export interface PassageLine {
  readonly id: string;
  readonly name: string;
  readonly time: string;
  readonly line: string;
  /** Whether it has rounds enough to be split. */
  readonly splits: boolean;
}

/** The passages in order: one is chosen, moved or taken out, and another put in after it. */
@Component({
  selector: 'nv-passage-list',
  imports: [CdkDrag, CdkDropList, MatButtonModule, TechniquePicker],
  template: `
    <ol cdkDropList (cdkDropListDropped)="drop($event)">
      @for (item of lines(); track item.id; let index = $index) {
        <li cdkDrag cdkDragLockAxis="y">
          <button
            type="button"
            class="passage"
            [attr.aria-pressed]="index === chosen()"
            (click)="choose.emit(index)"
          >
            <span class="name">{{ item.name }}</span>
            <span>{{ item.time }}</span>
            <span class="line">{{ item.line }}</span>
          </button>
          @if (index === chosen()) {
            <span class="tools">
              <button matButton type="button" (click)="picking.set('change')">Change</button>
              <button matButton type="button" [disabled]="index === 0" (click)="move.emit(-1)">Up</button>
              <button
                matButton
                type="button"
                [disabled]="index === lines().length - 1"
                (click)="move.emit(1)"
              >
                Down
              </button>
              <button matButton type="button" (click)="copied.emit()">Copy</button>
              <button matButton type="button" [disabled]="!item.splits" (click)="splitUp.emit()">
                Split
              </button>
              <button matButton type="button" [disabled]="lines().length === 1" (click)="remove.emit()">
                Take out
              </button>
            </span>
          }
        </li>
      }
    </ol>
    @if (picking()) {
      <nv-technique-picker (picked)="pick($event)" (closed)="picking.set(null)" />
    } @else {
      <button matButton="outlined" type="button" (click)="picking.set('add')">Add a passage</button>
    }
  `,
  styles: `
    ol {
      list-style: none;
      margin: 0 -0.75rem 0.75rem;
      padding: 0;
    }
    .cdk-drag-placeholder {
      opacity: 0.3;
    }
    .cdk-drag-preview {
      list-style: none;
      background: var(--sheet);
      box-shadow: 0 2px 12px rgb(0 0 0 / 25%);
    }
    .passage {
      display: grid;
      grid-template-columns: 1fr auto;
      gap: 0 0.5rem;
      width: 100%;
      text-align: left;
      font: inherit;
      color: inherit;
      background: none;
      border: 0;
      border-radius: 3px;
      padding: 0.5rem 0.75rem;
      cursor: pointer;
    }
    .passage:hover {
      background: var(--sheet);
    }
    .passage[aria-pressed='true'] {
      background: var(--press);
      box-shadow: inset 3px 0 var(--ink);
    }
    .passage[aria-pressed='true'] .name {
      font-weight: 600;
    }
    .line {
      grid-column: 1 / -1;
      color: var(--soft-ink);
      font-size: 0.9375rem;
      line-height: 1.3;
    }
    .tools {
      display: flex;
      flex-wrap: wrap;
      padding-left: 0.25rem;
    }
  `,
})
export class PassageList {
  readonly lines = input.required<readonly PassageLine[]>();
  readonly chosen = input.required<number>();
  readonly choose = output<number>();
  readonly move = output<number>();
  readonly remove = output();
  readonly copied = output();
  readonly splitUp = output();
  /** To be put in after the chosen passage. */
  readonly added = output<Pick>();
  /** To take the place of the chosen passage. */
  readonly changed = output<Pick>();

  protected readonly picking = signal<'add' | 'change' | null>(null);

  /** Dragged to another place. */
  protected drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    if (previousIndex === currentIndex) return;
    this.choose.emit(previousIndex);
    this.move.emit(currentIndex - previousIndex);
  }

  protected pick(pick: Pick): void {
    const changes = this.picking() === 'change';
    this.picking.set(null);
    if (changes) this.changed.emit(pick);
    else this.added.emit(pick);
  }
}
