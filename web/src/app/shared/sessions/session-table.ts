import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
  viewChild,
  type TemplateRef,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { MatMenuModule } from '@angular/material/menu';
import { MatPaginatorModule, type PageEvent } from '@angular/material/paginator';
import { MatSortModule, type Sort } from '@angular/material/sort';
import { MatTableModule } from '@angular/material/table';
import { RouterLink } from '@angular/router';
import type { StoredSession } from '@nuvrah/contract';
import { dayAt, dayInShort, sessionFromChecked } from '@nuvrah/core';
import type { Observable } from 'rxjs';
import { AccountStore } from '../../api/account';
import { asked } from '../../api/loaded';
import { markOf } from '../../api/mark-of';
import { sending } from '../../api/sending';
import { ownerId, Sessions } from '../../api/sessions';
import { SideSheet } from '../../ui/side-sheet';
import { SideSheets } from '../../ui/side-sheets';
import { sessionWords } from '../../words/session-words';
import { SessionActions } from './session-actions';
import { SessionDetails } from './session-details';
import { DEFAULT_ORDER, inOrder, type SessionOrder } from './session-filter';
import { summarise } from './summarise';
import { providePaginatorWords } from '../../ui/paginator-words';

const PAGE_SIZES = [25, 50, 100] as const;

/** Sessions as rows: what each is made of, whether it can be led now, and what can be done with it. */
@Component({
  selector: 'nv-session-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  providers: [providePaginatorWords()],
  imports: [
    MatButtonModule,
    MatIconModule,
    MatMenuModule,
    MatPaginatorModule,
    MatSortModule,
    MatTableModule,
    RouterLink,
    SessionDetails,
    SideSheet,
  ],
  templateUrl: './session-table.html',
  styleUrl: './session-table.scss',
})
export class SessionTable {
  readonly sessions = input.required<readonly StoredSession[]>();
  readonly empty = input.required<string>();
  /** Names by student and by class, where sessions of several stand together. */
  readonly names = input<ReadonlyMap<string, string> | null>(null);
  readonly order = input<SessionOrder>(DEFAULT_ORDER);
  readonly page = input(0);
  /** Tags of all sessions. */
  readonly tags = input<readonly string[]>([]);
  readonly orderChange = output<SessionOrder>();
  readonly pageChange = output<number>();
  /** A session was changed, added or removed: the list is another now. */
  readonly changed = output();

  private readonly api = inject(Sessions);
  private readonly actions = inject(SessionActions);
  private readonly account = inject(AccountStore);
  private readonly sheets = inject(SideSheets);
  private readonly details = viewChild.required<TemplateRef<unknown>>('details');

  protected readonly words = sessionWords.table;
  protected readonly detailWords = sessionWords.details;
  protected readonly sizes = [...PAGE_SIZES];
  protected readonly smallest = PAGE_SIZES[0];
  private readonly doing = sending();
  protected readonly problem = this.doing.message;
  protected readonly edited = signal<StoredSession | null>(null);

  private readonly chosenOrder = linkedSignal(() => this.order());
  protected readonly sort = computed(() => this.chosenOrder().sort);
  protected readonly down = computed(() => this.chosenOrder().down);
  protected readonly size = signal<number>(PAGE_SIZES[0]);
  private readonly chosenPage = linkedSignal(() => this.page());
  protected readonly pageIndex = computed(() =>
    Math.min(this.chosenPage(), Math.max(0, Math.ceil(this.sessions().length / this.size()) - 1)),
  );
  protected readonly columns = computed(() => [
    'title',
    ...(this.names() ? ['owner'] : []),
    'content',
    'length',
    'changed',
    'state',
    'ways',
  ]);

  private readonly shown = computed(() => {
    const from = this.pageIndex() * this.size();
    return inOrder(this.sessions(), this.chosenOrder(), this.names()).slice(from, from + this.size());
  });
  /** Asked anew when another page is shown, or one of its sessions is another. */
  private readonly reviewed = computed(() => this.shown().map(({ id, version }) => ({ id, version })), {
    equal: (a, b) => markOf(a) === markOf(b),
  });
  private readonly reviews = asked(this.reviewed, (sessions) =>
    this.api.reviews(sessions.map(({ id }) => id)),
  );

  protected readonly rows = computed(() => {
    const { conventions, naming, timeZone } = this.account.required();
    const reviews = this.reviews.value();
    return this.shown().map((session) => ({
      session,
      id: session.id,
      tags: session.tags,
      archived: session.archived,
      owner: this.names()?.get(ownerId(session.owner)) ?? this.words.template,
      isLed: session.owner.kind === 'student',
      /** Where it is led, where it is a class's. */
      ofClass:
        session.owner.kind === 'class' ? ['/classes', session.owner.classId, 'lead', session.id] : null,
      isTemplate: session.owner.kind === 'nobody',
      changed: dayInShort(dayAt(Date.parse(session.updatedAt), timeZone)),
      toResolve: reviews?.get(session.id)?.toResolve ?? null,
      ...summarise(sessionFromChecked(session.document), conventions, naming),
    }));
  });
  protected readonly idOf = (_: number, { id }: { readonly id: string }): string => id;

  constructor() {
    this.actions.changed.pipe(takeUntilDestroyed()).subscribe(() => this.changed.emit());
  }

  protected sortBy({ active, direction }: Sort): void {
    const order = { sort: active as SessionOrder['sort'], down: direction === 'desc' };
    this.chosenOrder.set(order);
    this.orderChange.emit(order);
    this.turn(0);
  }

  protected turnTo({ pageIndex, pageSize }: PageEvent): void {
    this.size.set(pageSize);
    this.turn(pageIndex);
  }

  private turn(page: number): void {
    this.chosenPage.set(page);
    this.pageChange.emit(page);
  }

  protected edit(session: StoredSession): void {
    this.edited.set(session);
    this.sheets.open(this.details());
  }

  protected closeDetails(): void {
    this.sheets.closeAll();
    this.changed.emit();
  }

  protected copy(session: StoredSession): void {
    this.do(this.actions.copy(session));
  }

  protected archive(session: StoredSession): void {
    this.do(this.actions.archive(session, !session.archived));
  }

  protected delete(session: StoredSession): void {
    this.do(this.actions.delete(session));
  }

  private do(asked: Observable<null>): void {
    this.doing.send(asked, () => undefined);
  }
}
