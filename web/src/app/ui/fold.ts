import { NgTemplateOutlet } from '@angular/common';
import {
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  contentChild,
  input,
  TemplateRef,
} from '@angular/core';
import { MatExpansionModule } from '@angular/material/expansion';

/**
 * Something folded away under its name, in an `<ng-template>`: it is only made when it is first opened, so that a page of
 * many forms costs what is seen of it.
 */
@Component({
  selector: 'nv-fold',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatExpansionModule, NgTemplateOutlet],
  template: `
    <mat-expansion-panel [expanded]="starts()" togglePosition="before">
      <mat-expansion-panel-header>
        <mat-panel-title>{{ name() }}</mat-panel-title>
      </mat-expansion-panel-header>
      <ng-template matExpansionPanelContent>
        <ng-container [ngTemplateOutlet]="content()" />
      </ng-template>
    </mat-expansion-panel>
  `,
  styleUrl: './fold.scss',
})
export class Fold {
  readonly name = input.required<string>();
  /** Whether it begins opened. */
  readonly starts = input(false, { transform: booleanAttribute });

  protected readonly content = contentChild.required(TemplateRef);
}
