import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  type TemplateRef,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { ClassGroup } from '@nuvrah/contract';
import { combineLatest } from 'rxjs';
import { Classes } from '../../api/classes';
import { asked } from '../../api/loaded';
import { LoadingNote } from '../../shared/loading-note';
import { sending } from '../../api/sending';
import { Sessions } from '../../api/sessions';
import { Students } from '../../api/students';
import { BeginSession } from '../../shared/sessions/begin-session';
import { SessionTable } from '../../shared/sessions/session-table';
import { Checks } from '../../ui/checks';
import { SideSheet } from '../../ui/side-sheet';
import { SideSheets } from '../../ui/side-sheets';
import { PageBar } from '../../shared/page/page-bar';
import { classWords } from '../../words/class-words';

/** One class: its name, who comes and its sessions. */
@Component({
  selector: 'nv-class-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BeginSession, PageBar, Checks, LoadingNote, MatButtonModule, RouterLink, SessionTable, SideSheet],
  template: `
    <div class="page">
      <nv-loading-note [state]="page.state()" (retry)="page.again()" />
      @if (group(); as group) {
        <nv-page-bar>
          <h1>{{ group.name }}</h1>
          @if (group.archived) {
            <span class="soft">{{ said.archived }}</span>
          }
          <a matButton routerLink="/classes">{{ said.allClasses }}</a>
        </nv-page-bar>
        <form (submit)="save($event, group)">
          <div class="row">
            <label class="wide">
              <span>{{ said.name }}</span>
              <input
                #name
                type="text"
                maxlength="80"
                [attr.aria-label]="said.nameOfTheClass"
                [value]="group.name"
              />
            </label>
            <label class="wide">
              <span>{{ said.note }}</span>
              <input #note type="text" maxlength="2000" [attr.aria-label]="said.note" [value]="group.note" />
            </label>
          </div>
          <nv-checks
            [legend]="said.whoComes"
            [words]="words()"
            [value]="members()"
            (valueChange)="members.set($event)"
          />
          @if (sent.message(); as text) {
            <p class="wrong" role="alert">{{ text }}</p>
          }
          <div class="actions">
            <button matButton="filled" type="submit" [disabled]="sent.busy()">{{ said.save }}</button>
            <button matButton type="button" (click)="change(group, { archived: !group.archived })">
              {{ group.archived ? said.bringBack : said.archive }}
            </button>
          </div>
        </form>
        <section aria-labelledby="sessions">
          <div class="page-head">
            <h2 id="sessions">{{ said.sessions }}</h2>
            <span class="grow"></span>
            <button matButton="outlined" type="button" (click)="begin()">
              {{ said.newSession }}
            </button>
          </div>
          <nv-session-table
            [sessions]="page.value()?.[2] ?? []"
            (changed)="page.again()"
            [empty]="said.noSession"
          />
        </section>
      }
    </div>
    <ng-template #beginning>
      @if (group(); as group) {
        <nv-side-sheet [name]="said.newSession">
          @defer (on immediate) {
            <nv-begin-session
              [owner]="{ kind: 'class', classId: group.id }"
              [student]="null"
              (made)="sheets.closeAll()"
            />
          }
        </nv-side-sheet>
      }
    </ng-template>
  `,
  styleUrl: '../../ui/form.scss',
  styles: `
    section {
      margin-top: 2rem;
    }
  `,
})
export class ClassPage {
  protected readonly said = classWords.classPage;
  readonly id = input.required<string>();

  private readonly classes = inject(Classes);
  private readonly students = inject(Students);
  private readonly sessions = inject(Sessions);
  protected readonly sheets = inject(SideSheets);
  private readonly beginning = viewChild.required<TemplateRef<unknown>>('beginning');

  protected readonly page = asked(this.id, (id) =>
    combineLatest([this.classes.get(id), this.students.list(), this.sessions.list({ class: id })]),
  );
  protected readonly group = computed(() => this.page.value()?.[0] ?? null);
  protected readonly members = linkedSignal<readonly string[]>(() => this.group()?.members ?? []);
  protected readonly sent = sending();

  /** Who is here, and who came before being archived. */
  protected readonly words = computed((): Readonly<Record<string, string>> => {
    const come = new Set(this.group()?.members);
    const students = (this.page.value()?.[1] ?? []).filter(({ id, archived }) => !archived || come.has(id));
    return Object.fromEntries(students.map(({ id, name }) => [id, name]));
  });

  protected save(event: Event, group: ClassGroup): void {
    event.preventDefault();
    const [name, note] = [
      ...(event.target as HTMLFormElement).querySelectorAll<HTMLInputElement>('input[type=text]'),
    ];
    if ((name?.value ?? '').trim() === '') return this.sent.say(this.said.nameNeeded);
    this.change(group, {
      name: name?.value ?? '',
      note: note?.value ?? '',
      members: [...this.members()],
    });
  }

  protected change(group: ClassGroup, change: Partial<ClassGroup>): void {
    this.sent.send(this.classes.change(group, change), () => this.page.again());
  }

  protected begin(): void {
    this.sheets.open(this.beginning());
  }
}
