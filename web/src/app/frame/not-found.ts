import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';
import { frameWords } from '../words/frame-words';

@Component({
  selector: 'nv-not-found',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <div class="page">
      <h1>{{ words.thereIsNoSuch }}</h1>
      <p>
        {{ words.theAddressLeadsNowhere }} <a routerLink="/students">{{ words.goToTheStudents }}</a>
      </p>
    </div>
  `,
})
export class NotFound {
  protected readonly words = frameWords.notFound;
}
