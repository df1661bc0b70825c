import { Injectable, type Provider } from '@angular/core';
import { MatPaginatorIntl } from '@angular/material/paginator';
import { kitWords } from '../words/kit-words';

/** What stands at a table of several pages. */
@Injectable()
class PaginatorWords extends MatPaginatorIntl {
  override itemsPerPageLabel = kitWords.pages.size;
  override nextPageLabel = kitWords.pages.next;
  override previousPageLabel = kitWords.pages.previous;
  override firstPageLabel = kitWords.pages.first;
  override lastPageLabel = kitWords.pages.last;
  override getRangeLabel = (page: number, size: number, all: number): string =>
    kitWords.pages.range(page * size + 1, Math.min(all, (page + 1) * size), all);
}

/** Gives a component that has a paginator its words. */
export const providePaginatorWords = (): Provider => ({
  provide: MatPaginatorIntl,
  useClass: PaginatorWords,
});
