import { COMMA, ENTER } from '@angular/cdk/keycodes';
import { ChangeDetectionStrategy, Component, computed, input, signal, viewChild } from '@angular/core';
import { MatAutocompleteModule, MatAutocompleteTrigger } from '@angular/material/autocomplete';
import { MatChipsModule, type MatChipInputEvent } from '@angular/material/chips';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatIconModule } from '@angular/material/icon';
import { kitWords } from '../words/kit-words';
import { KitControl } from './kit-control';

const LONGEST_TAG = 40;
const MOST_TAGS = 12;

/** Words of one's own, a chip each: typed, or chosen among those that are in use already. */
@Component({
  selector: 'nv-tags',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatAutocompleteModule, MatChipsModule, MatFormFieldModule, MatIconModule],
  template: `
    <mat-form-field>
      <mat-label>{{ label() }}</mat-label>
      <mat-chip-grid #grid [attr.aria-label]="label()" [disabled]="isDisabled()">
        @for (tag of tags(); track tag) {
          <mat-chip-row (removed)="remove(tag)">
            {{ tag }}
            <button matChipRemove type="button" [attr.aria-label]="words.removeTag(tag)">
              <mat-icon svgIcon="close" aria-hidden="true" />
            </button>
          </mat-chip-row>
        }
      </mat-chip-grid>
      <input
        #box
        [attr.aria-label]="label()"
        [attr.maxlength]="longest"
        [matChipInputFor]="grid"
        [matChipInputSeparatorKeyCodes]="separators"
        [matChipInputAddOnBlur]="!choices.isOpen"
        [matAutocomplete]="choices"
        (input)="typed.set(box.value)"
        (matChipInputTokenEnd)="addTyped($event)"
      />
      <mat-autocomplete
        #choices
        (optionSelected)="add($event.option.value); box.value = ''"
        (closed)="addLeft(box)"
      >
        @for (tag of offered(); track tag) {
          <mat-option [value]="tag">{{ tag }}</mat-option>
        }
      </mat-autocomplete>
    </mat-form-field>
  `,
  styleUrl: './field.scss',
})
export class TagsField extends KitControl<readonly string[], string[]> {
  readonly label = input.required<string>();
  /** Tags that are in use elsewhere. */
  readonly known = input<readonly string[]>([]);

  protected readonly words = kitWords.field;
  protected readonly longest = LONGEST_TAG;
  protected readonly separators = [ENTER, COMMA] as const;
  protected readonly typed = signal('');
  protected readonly tags = computed(() => this.current() ?? []);
  protected readonly offered = computed(() => {
    const sought = this.typed().trim().toLowerCase();
    return this.known().filter((tag) => !this.tags().includes(tag) && tag.toLowerCase().includes(sought));
  });

  private readonly choices = viewChild.required(MatAutocompleteTrigger);

  protected addTyped({ value, chipInput }: MatChipInputEvent): void {
    this.add(value);
    chipInput.clear();
    // What lies below is not covered by what else could be chosen.
    this.choices().closePanel();
  }

  /** What was typed while others were offered, and left without choosing one of them. */
  protected addLeft(box: HTMLInputElement): void {
    if (this.typed().trim() === '') return;
    this.add(this.typed());
    box.value = '';
  }

  protected add(text: string): void {
    this.typed.set('');
    const tag = text.trim();
    if (tag === '' || this.tags().includes(tag) || this.tags().length >= MOST_TAGS) return;
    this.change([...this.tags(), tag]);
  }

  protected remove(tag: string): void {
    this.change(this.tags().filter((other) => other !== tag));
  }
}
