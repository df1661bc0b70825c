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
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { Router } from '@angular/router';
import type { StoredVariant } from '@nuvrah/contract';
import {
  checkVariant,
  variantFromJson,
  variantOf,
  variantToJson,
  type Technique,
  type TechniqueId,
  type Variant,
} from '@nuvrah/core';
import type { Observable } from 'rxjs';
import type { ApiProblem } from '../../api/api';
import { Variants } from '../../api/variants';
import { saveFile } from '../../ui/save-file';
import { FileButton } from '../../ui/file-button';
import { KitForm } from '../../ui/kit-form';
import { shelfWords } from '../../words/shelf-words';
import { VariantForm } from './variant-form';

/** A variant of one's own: name, ranges, beginning and a note. What was typed stays when it is refused. */
@Component({
  selector: 'nv-variant-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KitForm, FileButton, MatButtonModule, MatFormFieldModule, MatInputModule, VariantForm],
  template: `
    <form (submit)="save($event)" aria-labelledby="variant">
      <h2 id="variant">{{ variant() ? words.yourVariant : words.aVariantOf }}</h2>
      <mat-form-field>
        <mat-label>{{ words.name }}</mat-label>
        <input #name matInput maxlength="80" [value]="draft().name" (input)="set({ name: name.value })" />
      </mat-form-field>
      <nv-variant-form [variant]="draft()" (variantChange)="set($event)" />
      <mat-form-field>
        <mat-label>{{ words.note }}</mat-label>
        <textarea
          #note
          matInput
          rows="3"
          maxlength="2000"
          [value]="draft().note"
          (input)="set({ note: note.value })"
        ></textarea>
      </mat-form-field>
      @for (problem of problems(); track problem) {
        <p class="notice problem" role="alert">{{ problem }}</p>
      }
      <div class="row">
        <button matButton="filled" type="submit" [disabled]="busy()">
          {{ variant() ? words.saveTheVariant : words.addItTo }}
        </button>
        <button matButton type="button" (click)="done.emit()">{{ words.leaveIt }}</button>
        @if (variant(); as stored) {
          <button matButton type="button" (click)="archive(stored)">
            {{ stored.archived ? words.bringBack : words.takeOff }}
          </button>
          <button matButton type="button" (click)="exportIt()">{{ words.saveAsFile }}</button>
        } @else {
          <nv-file-button
            [label]="words.takeFromFile"
            accept="application/json,.json"
            (fileChosen)="importIt($event)"
          />
        }
      </div>
    </form>
  `,
  styles: `
    form {
      display: grid;
      gap: 0.75rem;
      max-width: 44rem;
      border-top: 1px solid var(--rule);
      margin-top: 1.25rem;
      padding-top: 1rem;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 0.5rem 0.75rem;
    }
  `,
})
export class VariantEditor {
  protected readonly words = shelfWords.variantEditor;
  readonly technique = input.required<Technique & { readonly id: TechniqueId }>();
  /** The variant that is changed, or null for a new one. */
  readonly variant = input.required<StoredVariant | null>();
  readonly done = output();

  private readonly variants = inject(Variants);
  private readonly router = inject(Router);
  private readonly newId = crypto.randomUUID();

  protected readonly draft = linkedSignal((): Variant => {
    const stored = this.variant();
    return stored ? (stored.document as Variant) : variantOf(this.technique().id, '');
  });
  protected readonly busy = signal(false);
  private readonly refused = signal<readonly string[]>([]);
  /** Problems show once somebody tried to save, or a file was read. */
  private readonly tried = signal(false);
  protected readonly problems = computed(() => [
    ...(this.tried() ? checkVariant(this.draft()).map(({ message }) => message) : []),
    ...this.refused(),
  ]);

  protected set(change: Partial<Variant>): void {
    this.refused.set([]);
    this.draft.update((draft) => ({ ...draft, ...change }));
  }

  protected save(event: Event): void {
    event.preventDefault();
    this.tried.set(true);
    if (checkVariant(this.draft()).length > 0 || this.busy()) return;
    const stored = this.variant();
    this.send(
      stored
        ? this.variants.change(stored, this.draft(), stored.archived)
        : this.variants.add(this.newId, this.draft()),
    );
  }

  protected archive(stored: StoredVariant): void {
    this.send(this.variants.change(stored, stored.document as Variant, !stored.archived));
  }

  private send(request: Observable<StoredVariant>): void {
    this.busy.set(true);
    this.refused.set([]);
    request.subscribe({
      next: ({ id }) => {
        this.busy.set(false);
        this.done.emit();
        void this.router.navigate(['/shelf', id]);
      },
      error: (problem: ApiProblem) => {
        this.busy.set(false);
        const errors = problem.kind === 'refused' ? (problem.problem.errors ?? []) : [];
        this.refused.set(errors.length > 0 ? errors.map(({ detail }) => detail) : [problem.message]);
      },
    });
  }

  protected exportIt(): void {
    const variant = this.draft();
    saveFile(`${variant.name}.variant.json`, 'application/json', variantToJson(variant));
  }

  /** A file is taken whole or not at all. */
  protected importIt(file: File): void {
    void file.text().then((text) => {
      const read = variantFromJson(text);
      if (!read.ok) return this.refused.set(read.problem);
      this.draft.set(read.value);
      this.refused.set([]);
      this.tried.set(true);
    });
  }
}
