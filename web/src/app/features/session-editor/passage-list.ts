import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import {
  ChangeDetectionStrategy,
  afterNextRender,
  Component,
  type ElementRef,
  inject,
  Injector,
  output,
  type TemplateRef,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { MatDialogRef } from '@angular/material/dialog';
import { MatIconModule } from '@angular/material/icon';
import { MatMenuModule } from '@angular/material/menu';
import { LevelIcon } from '../../shared/findings/level-icon';
import { PickerDialog } from '../../shared/picker/picker-dialog';
import type { Pick } from '../../shared/picker/picker-sight';
import { TechniquePicker } from '../../shared/picker/technique-picker';
import { Tip } from '../../ui/tip';
import { benchWords } from '../../words/bench-words';
import { PassageClipboard } from './passage-clipboard';
import { SessionEdits } from './session-edits';

/** The passages in order: one is chosen, dragged or taken out, and another put in after it. */
@Component({
  selector: 'nv-passage-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    CdkDrag,
    CdkDragHandle,
    CdkDropList,
    LevelIcon,
    MatButtonModule,
    MatIconModule,
    MatMenuModule,
    TechniquePicker,
    Tip,
  ],
  template: `
    <header>
      <h2>{{ words.passages }}</h2>
      <ng-content />
      <button
        matIconButton
        type="button"
        [nvTip]="words.addAPassage"
        aria-haspopup="dialog"
        (click)="open('add')"
      >
        <mat-icon svgIcon="add" aria-hidden="true" />
      </button>
      <button matIconButton type="button" [nvTip]="words.whatToDo" [matMenuTriggerFor]="menu">
        <mat-icon svgIcon="more" aria-hidden="true" />
      </button>
    </header>
    <mat-menu #menu="matMenu">
      <button mat-menu-item type="button" (click)="open('change')">{{ words.change }}</button>
      <button mat-menu-item type="button" [disabled]="edits.index() === 0" (click)="edits.move(-1)">
        {{ words.up }}
      </button>
      <button
        mat-menu-item
        type="button"
        [disabled]="edits.index() === edits.lines().length - 1"
        (click)="edits.move(1)"
      >
        {{ words.down }}
      </button>
      <button mat-menu-item type="button" (click)="edits.duplicate()">{{ words.duplicate }}</button>
      <button mat-menu-item type="button" (click)="edits.copy()">{{ words.copy }}</button>
      <button
        mat-menu-item
        type="button"
        [disabled]="clipboard.passages().length === 0"
        (click)="edits.paste(clipboard.passages())"
      >
        {{ words.paste }}
      </button>
      <button mat-menu-item type="button" [disabled]="!edits.splits()" (click)="edits.split()">
        {{ words.split }}
      </button>
      <button mat-menu-item type="button" [disabled]="edits.lines().length === 1" (click)="edits.remove()">
        {{ words.takeOut }}
      </button>
    </mat-menu>
    <ng-template #picker>
      @if (sight(); as sight) {
        <nv-technique-picker [sight]="sight" (picked)="pick($event)" (closed)="close()" />
      }
    </ng-template>
    <ol #list tabindex="-1" cdkDropList (cdkDropListDropped)="drop($event)">
      @for (item of edits.lines(); track item.id; let index = $index) {
        <li cdkDrag cdkDragLockAxis="y" [class.chosen]="index === edits.index()">
          <mat-icon svgIcon="drag" class="handle" cdkDragHandle aria-hidden="true" />
          <button
            type="button"
            class="passage"
            [attr.aria-pressed]="index === edits.index()"
            (click)="edits.choose(index); chosen.emit()"
          >
            <span class="name">{{ item.name }}</span>
            <span class="time">{{ item.time }}</span>
            <span class="line">{{ item.line }}</span>
            @if (item.mark; as level) {
              <nv-level-icon alone [level]="level" />
            }
          </button>
        </li>
      }
    </ol>
  `,
  styleUrl: './passage-list.scss',
})
export class PassageList {
  protected readonly words = benchWords.passageList;
  protected readonly edits = inject(SessionEdits);
  protected readonly clipboard = inject(PassageClipboard);
  /** A passage was chosen here. */
  readonly chosen = output();

  private readonly dialog = inject(PickerDialog);
  private readonly picker = viewChild.required<TemplateRef<unknown>>('picker');
  private picking: 'add' | 'change' = 'add';
  private opened: MatDialogRef<unknown> | null = null;
  protected readonly sight = this.edits.pickerSight;

  private readonly list = viewChild.required<ElementRef<HTMLElement>>('list');
  private readonly injector = inject(Injector);

  /** Opens the picker, for a passage after the one that is chosen or in its place. */
  open(picking: 'add' | 'change'): void {
    this.picking = picking;
    this.opened = this.dialog.open(this.picker());
  }

  protected close(): void {
    this.opened?.close();
  }

  protected drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    this.edits.drop(previousIndex, currentIndex);
  }

  /** What was added is where the keyboard goes on. */
  private focusChosen(): void {
    const chosen = this.list().nativeElement.querySelector<HTMLElement>('[aria-pressed=true]');
    chosen?.focus({ preventScroll: true });
    chosen?.scrollIntoView({ block: 'nearest' });
  }

  protected pick(pick: Pick): void {
    const closed = this.opened?.afterClosed();
    this.close();
    if (this.picking === 'change') this.edits.change(pick);
    else this.edits.add(pick);
    // The dialog gives the focus back where it was first.
    closed?.subscribe(() => afterNextRender(() => this.focusChosen(), { injector: this.injector }));
  }
}
