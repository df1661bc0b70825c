import {
  ChangeDetectionStrategy,
  Component,
  effect,
  inject,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import type { StoredSession } from '@nuvrah/contract';
import { concat, tap, toArray } from 'rxjs';
import { markOf } from '../../api/mark-of';
import { sending } from '../../api/sending';
import { Sessions } from '../../api/sessions';
import { KitForm } from '../../ui/kit-form';
import { TagsField } from '../../ui/tags-field';
import { asksWhileUnsaved } from '../../ui/unsaved';
import { sessionWords } from '../../words/session-words';

/** What a session is called and filed under. */
@Component({
  selector: 'nv-session-details',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KitForm, MatButtonModule, MatFormFieldModule, MatInputModule, ReactiveFormsModule, TagsField],
  template: `
    <form [formGroup]="form" (ngSubmit)="save()">
      <mat-form-field>
        <mat-label>{{ words.title }}</mat-label>
        <input matInput formControlName="title" maxlength="120" autocomplete="off" />
        <mat-error>{{ words.titleNeeded }}</mat-error>
      </mat-form-field>
      <nv-tags [label]="words.tags" [known]="known()" formControlName="tags" />
      @if (saving.message(); as text) {
        <p class="notice problem" role="alert">{{ text }}</p>
      }
      <p>
        <button matButton="filled" type="submit" [disabled]="saving.busy()">{{ words.save }}</button>
      </p>
    </form>
  `,
  styleUrl: '../../ui/form.scss',
})
export class SessionDetails {
  readonly session = input.required<StoredSession>();
  /** Tags of other sessions. */
  readonly known = input<readonly string[]>([]);
  readonly saved = output();

  private readonly sessions = inject(Sessions);
  protected readonly words = sessionWords.details;
  protected readonly saving = sending();
  protected readonly form = new FormGroup({
    title: new FormControl('', {
      nonNullable: true,
      validators: [Validators.required, Validators.pattern(/\S/)],
    }),
    tags: new FormControl<readonly string[]>([], { nonNullable: true }),
  });
  private readonly stored = linkedSignal(() => this.session());
  private shown = '';

  constructor() {
    effect(() => {
      const { document, tags } = this.session();
      this.form.setValue({ title: document.title, tags });
      this.shown = markOf(this.form.getRawValue());
    });
    asksWhileUnsaved(() => markOf(this.form.getRawValue()) !== this.shown);
  }

  protected save(): void {
    if (this.form.invalid || this.saving.busy()) return this.form.markAllAsTouched();
    const { id, version, document, archived, tags: before } = this.stored();
    const tags = [...this.form.getRawValue().tags];
    const title = this.form.getRawValue().title.trim();
    // The title is a part of the document, which somebody else may have changed meanwhile: it goes first.
    const steps = [
      ...(title === document.title ? [] : [this.sessions.save(id, version, { ...document, title })]),
      ...(markOf(tags) === markOf(before) ? [] : [this.sessions.file(id, { tags, archived })]),
    ];
    // Of two steps the first may be done and the second not: what is sent again is based on what is stored by then.
    const done = concat(...steps).pipe(
      tap((stored) => this.stored.set(stored)),
      toArray(),
    );
    this.saving.send(done, () => {
      this.shown = markOf(this.form.getRawValue());
      this.saved.emit();
    });
  }
}
