import { booleanAttribute, ChangeDetectionStrategy, Component, inject, Injector, input } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import { frameWords } from '../../words/frame-words';

/** The bar on top of a page: where one is and what is known of it, the search, and what can be done here. */
@Component({
  selector: 'nv-page-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatIconModule],
  template: `
    <div class="where">
      <ng-content select="[barLead], h1, .soft, [barNote]" />
    </div>
    <button type="button" class="search" aria-keyshortcuts="/ Control+K" (click)="search()">
      <mat-icon svgIcon="search" aria-hidden="true" />
      <span>{{ words.box }}</span>
    </button>
    <div class="actions"><ng-content /></div>
    <ng-content select="[barTabs]" />
  `,
  styleUrl: './page-bar.scss',
  host: { '[class.crowded]': 'crowded()' },
})
export class PageBar {
  /** Whether there is much else in it: the search is an icon then. */
  readonly crowded = input(false, { transform: booleanAttribute });

  private readonly injector = inject(Injector);
  protected readonly words = frameWords.search;

  protected search(): void {
    void import('../search/search-dialog').then(({ Search }) => this.injector.get(Search).open());
  }
}
