import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';

@Component({
  selector: 'nv-not-found',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <div class="page">
      <h1>There is no such page</h1>
      <p>The address leads nowhere. <a routerLink="/students">Go to the students.</a></p>
    </div>
  `,
})
export class NotFound {}
