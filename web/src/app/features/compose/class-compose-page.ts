import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { isHeldBack, requestTogether, type ComposeRequest, type TogetherWay } from '@nuvrah/core';
import { Classes } from '../../api/classes';
import { asked } from '../../api/loaded';
import { ScreeningClock } from '../../api/screening-clock';
import { LoadingNote } from '../../shared/loading-note';
import { PageBar } from '../../shared/page/page-bar';
import { Choice } from '../../ui/choice';
import { composeWords } from '../../words/compose-words';
import { composeRequestOf, type Wanted } from './compose-request';
import { ComposeWork } from './compose-work';

/** Three sessions proposed for a class: what suits all, within the weakest, or as for the most able. */
@Component({
  selector: 'nv-class-compose-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, ComposeWork, LoadingNote, MatButtonModule, PageBar, RouterLink],
  template: `
    <div class="page wide">
      <nv-loading-note [state]="page.state()" (retry)="page.again()" />
      @if (page.value()?.group; as group) {
        <nv-page-bar>
          <h1>{{ words.composeFor(group.name) }}</h1>
          <a matButton [routerLink]="['/classes', group.id]">{{ words.toTheClass }}</a>
        </nv-page-bar>
        @if (members().length === 0) {
          <p class="notice">{{ words.nobodyToComposeFor }}</p>
        }
        @if (leftOut(); as names) {
          <p class="notice care">{{ words.notComposedFor(names) }}</p>
        }
        <nv-choice
          [legend]="words.forWhom"
          [words]="words.together"
          [value]="way()"
          (valueChange)="choose($event)"
        />
        <p class="soft what">{{ words.togetherWhat[way()] }}</p>
        <nv-compose-work
          [owner]="{ kind: 'class', classId: group.id }"
          [requestOf]="requestOf"
          [ready]="members().length > 0"
        />
      }
    </div>
  `,
  styleUrl: './compose-page.scss',
  styles: `
    .what {
      margin: 0.25rem 0 1rem;
    }
  `,
})
export class ClassComposePage {
  protected readonly words = composeWords.composePage;
  readonly id = input.required<string>();

  private readonly classes = inject(Classes);
  private readonly day = inject(ScreeningClock).day;
  private readonly work = viewChild(ComposeWork);

  protected readonly page = asked(this.id, (id) => this.classes.withMembers(id));
  protected readonly way = signal<TogetherWay>('suits-all');
  /** Who may be led at all: nothing is composed for the others. */
  protected readonly members = computed(() => {
    const { today } = this.day();
    return (this.page.value()?.members ?? []).filter((one) => !isHeldBack(one, today));
  });
  protected readonly leftOut = computed(() => {
    const here = new Set(this.members());
    const others = (this.page.value()?.members ?? []).filter((one) => !here.has(one));
    return others.map(({ name }) => name).join(', ');
  });

  protected readonly requestOf = (wanted: Wanted): ComposeRequest =>
    requestTogether(
      this.members().map((student) => composeRequestOf(student, [], this.day(), wanted)),
      this.way(),
    );

  protected choose(way: TogetherWay): void {
    this.way.set(way);
    this.work()?.forget();
  }
}
