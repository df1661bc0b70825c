import { computed, inject, Injectable, signal } from '@angular/core';
import { routes, type StoredVariant } from '@nuvrah/contract';
import { techniqueAsVariant, type Technique, type TechniqueId, type Variant } from '@nuvrah/core';
import { type Observable, tap } from 'rxjs';
import { Api } from './api';

/** The instructor's own variants of techniques, loaded once and kept up with every change made here. */
@Injectable({ providedIn: 'root' })
export class Variants {
  private readonly api = inject(Api);
  private readonly stored = signal<readonly StoredVariant[]>([]);

  readonly all = this.stored.asReadonly();
  /** Those that can be chosen. */
  readonly inUse = computed(() => this.stored().filter(({ archived }) => !archived));
  /** Name by id. */
  readonly names = computed(() => new Map(this.stored().map(({ id, document }) => [id, document.name])));

  load(): Observable<StoredVariant[]> {
    return this.api.call(routes.listVariants).pipe(tap((variants) => this.stored.set(variants)));
  }

  add(id: string, variant: Variant): Observable<StoredVariant> {
    return this.api
      .call(routes.addVariant, { body: { id, document: asDocument(variant) } })
      .pipe(tap(this.keep));
  }

  /** Saves over the version that was read; a stale one is refused. */
  change({ id, version }: StoredVariant, variant: Variant, archived = false): Observable<StoredVariant> {
    const body = { version, document: asDocument(variant), archived };
    return this.api.call(routes.changeVariant, { params: { id }, body }).pipe(tap(this.keep));
  }

  /** The technique as a variant has it, or null when there is no such variant. */
  techniqueOf(id: string | null): (Technique & { readonly id: TechniqueId }) | null {
    const variant = this.stored().find((one) => one.id === id);
    return variant ? techniqueAsVariant(variant.document as Variant) : null;
  }

  private readonly keep = (variant: StoredVariant): void => {
    const others = this.stored().filter(({ id }) => id !== variant.id);
    this.stored.set([...others, variant].sort((a, b) => a.document.name.localeCompare(b.document.name)));
  };
}

/** The wire has plain numbers and arrays that may be changed. */
const asDocument = (variant: Variant): StoredVariant['document'] =>
  variant as unknown as StoredVariant['document'];
