import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
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
import { SideSheet } from '../../ui/side-sheet';
import { SideSheets } from '../../ui/side-sheets';
import { PageBar } from '../../shared/page/page-bar';
import { classWords } from '../../words/class-words';
import { ClassForm } from './class-form';

/** One class: what it does next, who belongs to it and its sessions. */
@Component({
  selector: 'nv-class-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    BeginSession,
    ClassForm,
    LoadingNote,
    MatButtonModule,
    MatIconModule,
    PageBar,
    RouterLink,
    SessionTable,
    SideSheet,
  ],
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
          <button matButton type="button" (click)="change(group, { archived: !group.archived })">
            {{ group.archived ? said.bringBack : said.archive }}
          </button>
          <button matButton="outlined" type="button" (click)="sheets.open(editing)">{{ said.edit }}</button>
          <a matButton target="_blank" [routerLink]="['/classes', group.id, 'screen']">
            {{ said.secondScreen }}
          </a>
          @if (next(); as session) {
            <a matButton="filled" [routerLink]="['/classes', group.id, 'lead', session.id]">
              <mat-icon svgIcon="lead" aria-hidden="true" />{{ said.leadNext(session.document.title) }}
            </a>
          }
        </nv-page-bar>
        @if (sent.message(); as text) {
          <p class="wrong" role="alert">{{ text }}</p>
        }
        @if (group.note) {
          <p>{{ group.note }}</p>
        }
        <section aria-labelledby="who">
          <h2 id="who">{{ said.whoBelongs }}</h2>
          <p class="members">
            @for (member of members(); track member.id) {
              <a class="chip" [routerLink]="['/students', member.id]">{{ member.name }}</a>
            } @empty {
              {{ said.nobodyYet }}
              <button matButton type="button" (click)="sheets.open(editing)">{{ said.addSomebody }}</button>
            }
          </p>
        </section>
        <section aria-labelledby="sessions">
          <div class="page-head">
            <h2 id="sessions">{{ said.sessions }}</h2>
            <span class="grow"></span>
            <button matButton="outlined" type="button" (click)="sheets.open(beginning)">
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
    <ng-template #editing>
      @if (group(); as group) {
        <nv-side-sheet [name]="group.name">
          <nv-class-form [group]="group" [students]="names()" (saved)="saved()" />
        </nv-side-sheet>
      }
    </ng-template>
  `,
  styleUrl: '../../ui/form.scss',
  styles: `
    section {
      margin-top: 1.5rem;
    }
    .members {
      display: flex;
      flex-wrap: wrap;
      gap: 0.5rem;
      margin-top: 0.5rem;
    }
    .chip {
      padding: 0.25rem 0.75rem;
      text-decoration: none;
      border: 1px solid var(--edge);
      border-radius: 1rem;
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

  protected readonly page = asked(this.id, (id) =>
    combineLatest([this.classes.get(id), this.students.list(), this.sessions.list({ class: id })]),
  );
  protected readonly group = computed(() => this.page.value()?.[0] ?? null);
  /** The session that was changed last: the one that is led next. */
  protected readonly next = computed(
    () => (this.page.value()?.[2] ?? []).find(({ archived }) => !archived) ?? null,
  );
  protected readonly sent = sending();

  /** Who may belong to it, and who did before being archived. */
  protected readonly names = computed((): Readonly<Record<string, string>> => {
    const come = new Set(this.group()?.members);
    const students = (this.page.value()?.[1] ?? []).filter(({ id, archived }) => !archived || come.has(id));
    return Object.fromEntries(students.map(({ id, name }) => [id, name]));
  });
  protected readonly members = computed(() =>
    (this.group()?.members ?? []).map((id) => ({ id, name: this.names()[id] ?? '' })),
  );

  protected saved(): void {
    this.sheets.closeAll();
    this.page.again();
  }

  protected change(group: ClassGroup, change: Partial<ClassGroup>): void {
    this.sent.send(this.classes.change(group, change), () => this.page.again());
  }
}
