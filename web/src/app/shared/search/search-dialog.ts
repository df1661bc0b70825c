import { ChangeDetectionStrategy, Component, computed, inject, Injectable, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatAutocompleteModule, type MatAutocompleteSelectedEvent } from '@angular/material/autocomplete';
import { MatDialog, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatIconModule } from '@angular/material/icon';
import { MatInputModule } from '@angular/material/input';
import { Router } from '@angular/router';
import { catchError, combineLatest, map, of } from 'rxjs';
import { AccountStore } from '../../api/account';
import { Classes } from '../../api/classes';
import { Sessions } from '../../api/sessions';
import { Students } from '../../api/students';
import { Variants } from '../../api/variants';
import type { IconName } from '../../ui/icons';
import { frameWords } from '../../words/frame-words';
import { Shortcuts } from '../shortcuts';
import { SignCards } from '../sign-cards';
import { COMMANDS, findRules, findSessions, findStudents, findTechniques } from './findables';
import { SearchIndex, type Findable, type FindableKind } from './search-index';

const ICON_OF: Readonly<Record<FindableKind, IconName>> = {
  student: 'person',
  session: 'bench',
  technique: 'shelf',
  rule: 'clinician',
  command: 'next',
};

/** One field for everything that has a name: a student, a session, a technique, a rule, something to do. */
@Component({
  selector: 'nv-search-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatAutocompleteModule,
    MatDialogModule,
    MatFormFieldModule,
    MatIconModule,
    MatInputModule,
    ReactiveFormsModule,
  ],
  template: `
    <h2 mat-dialog-title class="spoken-only">{{ words.title }}</h2>
    <mat-dialog-content>
      <mat-form-field>
        <mat-icon matIconPrefix svgIcon="search" aria-hidden="true" />
        <input
          matInput
          type="text"
          autocomplete="off"
          [formControl]="typed"
          [matAutocomplete]="list"
          [attr.aria-label]="words.label"
          (keydown.escape)="self.close()"
        />
      </mat-form-field>
      <mat-autocomplete #list autoActiveFirstOption [displayWith]="nameOf" (optionSelected)="go($event)">
        @for (item of found(); track item.id) {
          <mat-option [value]="item">
            <mat-icon [svgIcon]="icons[item.kind]" aria-hidden="true" />
            <span class="name">{{ item.name }}</span>
            <span class="soft">{{ item.note }}</span>
            <span class="kind">{{ words.kinds[item.kind] }}</span>
          </mat-option>
        }
      </mat-autocomplete>
      <p class="soft" role="status">{{ said() }}</p>
    </mat-dialog-content>
  `,
  styleUrl: './search-dialog.scss',
})
export class SearchDialog {
  private readonly account = inject(AccountStore);
  private readonly students = inject(Students);
  private readonly sessions = inject(Sessions);
  private readonly classes = inject(Classes);
  private readonly variants = inject(Variants);
  private readonly router = inject(Router);
  private readonly signs = inject(SignCards);
  private readonly shortcuts = inject(Shortcuts);
  /** Escape closes it at once, and not first the list of what was found. */
  protected readonly self = inject<MatDialogRef<SearchDialog>>(MatDialogRef);

  protected readonly words = frameWords.search;
  protected readonly icons = ICON_OF;
  protected readonly typed = new FormControl<string | Findable>('', { nonNullable: true });
  private readonly text = toSignal(
    this.typed.valueChanges.pipe(map((value) => (typeof value === 'string' ? value : value.name))),
    { initialValue: '' },
  );

  private readonly away = signal(false);
  /** Students and sessions; null until they are there. */
  private readonly asked = toSignal(
    combineLatest([
      this.students.list(),
      this.sessions.list(),
      this.classes.list(),
      this.variants.load(),
    ]).pipe(
      map(([students, sessions, classes]) => {
        const names = new Map([...students, ...classes].map(({ id, name }) => [id, name]));
        return [...findStudents(students), ...findSessions(sessions, names)];
      }),
      catchError(() => {
        this.away.set(true);
        return of(null);
      }),
    ),
    { initialValue: null },
  );
  private readonly index = computed(
    () =>
      new SearchIndex([
        ...(this.asked() ?? []),
        ...findTechniques(this.account.required().naming, this.variants.inUse()),
        ...findRules(),
        ...COMMANDS,
      ]),
  );
  protected readonly found = computed(() =>
    this.text().trim() === '' ? [] : this.index().find(this.text()),
  );
  protected readonly said = computed(() => {
    if (this.away()) return this.words.away;
    if (this.text().trim() === '') return this.words.start;
    return this.found().length === 0 ? (this.asked() ? this.words.nothing : this.words.loading) : '';
  });

  protected readonly nameOf = (item: Findable | string): string =>
    typeof item === 'string' ? item : item.name;

  protected go({ option }: MatAutocompleteSelectedEvent): void {
    const { link, query, does } = option.value as Findable;
    // What opens a dialog of its own waits until this one is gone.
    this.self.afterClosed().subscribe(() => {
      if (does === 'signs') void this.signs.show();
      else if (does === 'keys') this.shortcuts.show();
      else if (does === 'sign-out') this.signOut();
      else void this.router.navigate([...link], { queryParams: query ?? {} });
    });
    this.self.close();
  }

  private signOut(): void {
    const leave = (): void => void this.router.navigateByUrl('/sign-in');
    this.account.signOut().subscribe({ next: leave, error: leave });
  }
}

/** Opens the search, once. */
@Injectable({ providedIn: 'root' })
export class Search {
  private readonly dialog = inject(MatDialog);

  open(): void {
    if (this.dialog.openDialogs.length > 0) return;
    this.dialog.open(SearchDialog, {
      width: 'min(44rem, 100vw)',
      maxWidth: '100vw',
      position: { top: '4.5rem' },
      restoreFocus: true,
    });
  }
}
