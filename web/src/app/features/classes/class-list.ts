import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { combineLatest } from 'rxjs';
import { Classes } from '../../api/classes';
import { askedOnce } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { sending } from '../../api/sending';
import { Students } from '../../api/students';
import { PageBar } from '../../shared/page/page-bar';
import { classWords } from '../../words/class-words';

/** Groups that breathe together. */
@Component({
  selector: 'nv-class-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PageBar, LoadingNote, MatButtonModule, RouterLink],
  template: `
    <div class="page">
      <nv-page-bar>
        <h1>{{ words.classes }}</h1>
        <a matButton routerLink="/students">{{ words.students }}</a>
      </nv-page-bar>
      <nv-loading-note [state]="page.state()" (retry)="page.again()" />
      @if (page.value()) {
        <form (submit)="add($event)">
          <div class="row">
            <label>
              <span>{{ words.newClass }}</span>
              <input
                #name
                type="text"
                maxlength="80"
                autocomplete="off"
                [attr.aria-label]="words.nameOfTheClass"
              />
            </label>
            <button matButton="outlined" type="submit" [disabled]="sent.busy()">{{ words.addIt }}</button>
          </div>
          @if (sent.message(); as text) {
            <p class="wrong" role="alert">{{ text }}</p>
          }
        </form>
        <table class="sheet-table">
          <thead>
            <tr>
              <th scope="col">{{ words.class }}</th>
              <th scope="col">{{ words.whoComes }}</th>
              <th scope="col">{{ words.note }}</th>
            </tr>
          </thead>
          <tbody>
            @for (row of rows(); track row.id) {
              <tr [class.soft]="row.archived">
                <td>
                  <a [routerLink]="['/classes', row.id]">{{ row.name }}</a>
                  @if (row.archived) {
                    {{ words.archived }}
                  }
                </td>
                <td>{{ row.members }}</td>
                <td>{{ row.note }}</td>
              </tr>
            } @empty {
              <tr>
                <td colspan="3">{{ words.noClassYetGive }}</td>
              </tr>
            }
          </tbody>
        </table>
      }
    </div>
  `,
  styleUrl: '../../ui/form.scss',
  styles: `
    form {
      margin-bottom: 1.5rem;
    }
  `,
})
export class ClassList {
  protected readonly words = classWords.classList;
  private readonly classes = inject(Classes);
  private readonly students = inject(Students);
  private readonly router = inject(Router);

  protected readonly page = askedOnce(() => combineLatest([this.classes.list(), this.students.list()]));
  protected readonly sent = sending();

  protected readonly rows = computed(() => {
    const [classes, students] = this.page.value() ?? [[], []];
    const names = new Map(students.map(({ id, name }) => [id, name]));
    return classes.map(({ id, name, note, archived, members }) => ({
      id,
      name,
      note,
      archived,
      members: members.map((member) => names.get(member) ?? '').join(', '),
    }));
  });

  protected add(event: Event): void {
    event.preventDefault();
    const form = event.target as HTMLFormElement;
    const name = form.querySelector<HTMLInputElement>('input')?.value.trim() ?? '';
    if (name === '') return this.sent.say(this.words.nameNeeded);
    this.sent.send(
      this.classes.add({ id: crypto.randomUUID(), name, members: [], note: '' }),
      ({ id }) => void this.router.navigate(['/classes', id]),
    );
  }
}
