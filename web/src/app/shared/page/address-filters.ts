import { inject } from '@angular/core';
import { Router } from '@angular/router';

/** How a list is narrowed and ordered: '' and false narrow nothing. */
type Filter = Readonly<Record<string, string | boolean>>;

/** Whether a filter leaves anything out. */
export const isNarrowed = (filter: object): boolean =>
  Object.values(filter as Filter).some((value) => value !== '' && value !== false);

/** The filters of a list in the address of its page, so that they are there again after a reload, and on the way back. */
export interface AddressFilters {
  /** Changes some of them; what is empty leaves the address. */
  set(change: Readonly<Record<string, string>>): void;
  clear(): void;
}

/** Belongs to the page that calls it. @param replaces whether the way back leads past the filters before */
export function addressFilters(replaces = true): AddressFilters {
  const router = inject(Router);
  return {
    set: (change) => {
      const queryParams = Object.fromEntries(
        Object.entries(change).map(([key, value]) => [key, value === '' ? null : value]),
      );
      void router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: replaces });
    },
    clear: () => void router.navigate([]),
  };
}
