import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import type { ClassGroup } from '@nuvrah/contract';
import { Classes } from '../../api/classes';
import { markOf } from '../../api/mark-of';
import { sending } from '../../api/sending';
import { Checks } from '../../ui/checks';
import { asksWhileUnsaved } from '../../ui/unsaved';
import { classWords } from '../../words/class-words';

/** What a class is called, its note and who belongs to it. */
@Component({
  selector: 'nv-class-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Checks, MatButtonModule, MatFormFieldModule, MatInputModule],
  template: `
    <form (submit)="save($event)">
      <mat-form-field>
        <mat-label>{{ words.name }}</mat-label>
        <input
          matInput
          maxlength="80"
          autocomplete="off"
          [attr.aria-label]="words.nameOfTheClass"
          [value]="name()"
          (input)="name.set(textOf($event))"
        />
      </mat-form-field>
      <mat-form-field>
        <mat-label>{{ words.note }}</mat-label>
        <textarea
          matInput
          rows="3"
          maxlength="2000"
          [value]="note()"
          (input)="note.set(textOf($event))"
        ></textarea>
      </mat-form-field>
      <nv-checks
        [legend]="words.whoComes"
        [words]="students()"
        [value]="members()"
        (valueChange)="members.set($event)"
      />
      @if (sent.message(); as text) {
        <p class="wrong" role="alert">{{ text }}</p>
      }
      <button matButton="filled" type="submit" [disabled]="sent.busy()">{{ words.save }}</button>
    </form>
  `,
  styleUrl: '../../ui/form.scss',
  styles: `
    form {
      display: grid;
      gap: 1rem;
      justify-items: start;
    }
    mat-form-field {
      width: 100%;
    }
  `,
})
export class ClassForm {
  protected readonly words = classWords.classPage;
  readonly group = input.required<ClassGroup>();
  /** Names by student: who may belong to it. */
  readonly students = input.required<Readonly<Record<string, string>>>();
  readonly saved = output();

  private readonly classes = inject(Classes);
  protected readonly sent = sending();
  protected readonly name = linkedSignal(() => this.group().name);
  protected readonly note = linkedSignal(() => this.group().note);
  protected readonly members = linkedSignal<readonly string[]>(() => this.group().members);
  private readonly typed = computed(() => ({
    name: this.name(),
    note: this.note(),
    members: [...this.members()],
  }));

  constructor() {
    asksWhileUnsaved(() => {
      const { name, note, members } = this.group();
      return markOf(this.typed()) !== markOf({ name, note, members });
    });
  }

  protected save(event: Event): void {
    event.preventDefault();
    if (this.name().trim() === '') return this.sent.say(this.words.nameNeeded);
    this.sent.send(this.classes.change(this.group(), this.typed()), () => this.saved.emit());
  }

  protected readonly textOf = (event: Event): string =>
    (event.target as HTMLInputElement | HTMLTextAreaElement).value;
}
