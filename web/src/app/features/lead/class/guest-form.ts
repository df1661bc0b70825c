import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { isQuietGuest, type GuestAge, type GuestAnswer } from '@nuvrah/core';
import { Choice } from '../../../ui/choice';
import { SideSheets } from '../../../ui/side-sheets';
import { classLeadWords } from '../../../words/class-lead-words';
import type { Guest } from './present';

/** The three questions that a guest is asked. */
@Component({
  selector: 'nv-guest-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, FormsModule, MatButtonModule, MatFormFieldModule, MatInputModule],
  template: `
    <form (ngSubmit)="add()">
      <mat-form-field>
        <mat-label>{{ words.name }}</mat-label>
        <input
          matInput
          name="name"
          maxlength="40"
          autocomplete="off"
          [ngModel]="name()"
          (ngModelChange)="name.set($event)"
        />
      </mat-form-field>
      <nv-choice [legend]="words.age" [words]="words.ages" [value]="age()" (valueChange)="age.set($event)" />
      <nv-choice
        [legend]="words.pregnant"
        [words]="words.answers"
        [value]="pregnant()"
        (valueChange)="pregnant.set($event)"
      />
      <nv-choice
        [legend]="words.trouble"
        [words]="words.answers"
        [value]="trouble()"
        (valueChange)="trouble.set($event)"
      />
      @if (answers(); as given) {
        <p role="status">{{ isQuiet(given) ? words.quiet : words.measured }}</p>
      }
      <p class="soft">{{ words.notKept }}</p>
      <button matButton="filled" type="submit" [disabled]="!answers()">{{ words.add }}</button>
    </form>
  `,
  styles: `
    form {
      display: grid;
      gap: 1rem;
      justify-items: start;
    }
  `,
})
export class GuestForm {
  protected readonly words = classLeadWords.guest;
  /** The name that is written in the field at first. */
  readonly suggested = input.required<string>();
  readonly added = output<Guest>();
  private readonly sheets = inject(SideSheets);

  protected readonly name = linkedSignal(() => this.suggested());
  protected readonly age = signal<GuestAge | null>(null);
  protected readonly pregnant = signal<GuestAnswer | null>(null);
  protected readonly trouble = signal<GuestAnswer | null>(null);
  protected readonly answers = computed(() => {
    const [age, pregnant, trouble] = [this.age(), this.pregnant(), this.trouble()];
    return age && pregnant && trouble ? { age, pregnant, trouble } : null;
  });
  protected readonly isQuiet = isQuietGuest;

  protected add(): void {
    const answers = this.answers();
    if (!answers) return;
    this.added.emit({ id: crypto.randomUUID(), name: this.name().trim() || this.suggested(), answers });
    this.sheets.closeAll();
  }
}
