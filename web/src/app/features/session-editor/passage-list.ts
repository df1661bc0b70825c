import { CdkDrag, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import {
  ChangeDetectionStrategy,
  afterNextRender,
  Component,
  type ElementRef,
  inject,
  Injector,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Goal, Slot } from '@nuvrah/core';
import { TechniquePicker, type Pick } from './technique-picker';
import { benchWords } from '../../words/bench-words';

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
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkDrag, CdkDropList, MatButtonModule, TechniquePicker],
  template: `
    <div class="tools" role="group" [attr.aria-label]="words.thePassageThatIs">
      <button matButton type="button" (click)="picking.set('change')">{{ words.change }}</button>
      <button matButton type="button" [disabled]="chosen() === 0" (click)="move.emit(-1)">
        {{ words.up }}
      </button>
      <button matButton type="button" [disabled]="chosen() === lines().length - 1" (click)="move.emit(1)">
        {{ words.down }}
      </button>
      <button matButton type="button" (click)="copied.emit()">{{ words.copy }}</button>
      <button matButton type="button" [disabled]="!lines()[chosen()]?.splits" (click)="splitUp.emit()">
        {{ words.split }}
      </button>
      <button matButton type="button" [disabled]="lines().length === 1" (click)="remove.emit()">
        {{ words.takeOut }}
      </button>
    </div>
    <ol #list tabindex="-1" cdkDropList (cdkDropListDropped)="drop($event)">
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
        </li>
      }
    </ol>
    @if (picking()) {
      <nv-technique-picker
        [goal]="goal()"
        [filled]="slots()"
        (picked)="pick($event)"
        (closed)="picking.set(null)"
      />
    } @else {
      <button matButton="outlined" type="button" (click)="picking.set('add')">{{ words.addAPassage }}</button>
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
      margin: 0 -0.75rem;
    }
  `,
})
export class PassageList {
  protected readonly words = benchWords.passageList;
  readonly lines = input.required<readonly PassageLine[]>();
  readonly chosen = input.required<number>();
  /** What the session is for, and the slot of each passage: what is suggested to be added depends on them. */
  readonly goal = input.required<Goal>();
  readonly slots = input.required<readonly Slot[]>();
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

  private readonly list = viewChild.required<ElementRef<HTMLElement>>('list');
  private readonly injector = inject(Injector);

  /** Dragged to another place. */
  protected drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    if (previousIndex === currentIndex) return;
    this.choose.emit(previousIndex);
    this.move.emit(currentIndex - previousIndex);
  }

  /** What was added is where the keyboard goes on. */
  private focusChosen(): void {
    this.list()
      .nativeElement.querySelector<HTMLElement>('[aria-pressed=true]')
      ?.focus({ preventScroll: true });
  }

  protected pick(pick: Pick): void {
    const changes = this.picking() === 'change';
    // The focus leaves the picker before it goes: taken from under it, the whole page is laid out in between.
    this.list().nativeElement.focus({ preventScroll: true });
    this.picking.set(null);
    if (changes) this.changed.emit(pick);
    else this.added.emit(pick);
    afterNextRender(() => this.focusChosen(), { injector: this.injector });
  }
}
