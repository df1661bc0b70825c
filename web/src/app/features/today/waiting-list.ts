import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import type { WaitingStudent } from '@nuvrah/contract';
import {
  describeWaiting,
  describeWaitingGroup,
  WAITING_KINDS,
  type WaitingItem,
  type WaitingKind,
} from '@nuvrah/core';
import { ScreeningClock } from '../../api/screening-clock';
import { LeadKeeper } from '../../shared/playback/lead-keeper';
import type { IconName } from '../../ui/icons';
import { todayWords } from '../../words/today-words';

const ICON_OF: Readonly<Record<WaitingKind, IconName>> = {
  suspended: 'no',
  unfinished: 'unfinished',
  untold: 'sleep',
  sign: 'no',
  decision: 'rung',
  intake: 'person',
  clearance: 'clinician',
  capacity: 'lungs',
  log: 'ledger',
  away: 'clock',
};

/** From so many students of whom the same waits on, they are one line. */
const GROUPED_FROM = 4;
/** These are each a case of its own, however many there are. */
const NEVER_GROUPED: readonly WaitingKind[] = ['suspended', 'sign', 'unfinished'];

interface Way {
  readonly text: string;
  readonly link: readonly string[];
  readonly query?: Readonly<Record<string, string>>;
}

/** Where it is acted on, one press away. @param begun the sitting that this browser keeps, which can be gone on with */
function wayOf(studentId: string, item: WaitingItem, begun: string | null): Way {
  const { acts } = todayWords.waiting;
  const student = ['/students', studentId];
  switch (item.kind) {
    case 'unfinished':
      return item.sittingId === begun && item.sessionId !== null
        ? { text: acts.goOn, link: ['/lead', item.sessionId] }
        : { text: acts.close, link: ['/ledger', item.sittingId] };
    case 'untold':
      return { text: acts.untold, link: ['/ledger', item.sittingId] };
    case 'sign':
      return { text: acts.sign, link: ['/ledger', item.sittingId] };
    case 'decision':
      return { text: acts.decision, link: ['/ladders', item.ladderId] };
    case 'intake':
      return { text: acts.intake, link: [...student, 'intake'] };
    case 'capacity':
      return { text: acts.capacity, link: [...student, 'capacity'] };
    case 'suspended':
    case 'clearance':
      return { text: acts[item.kind], link: student, query: { tab: 'health' } };
    case 'log':
    case 'away':
      return { text: acts[item.kind], link: student };
  }
}

/** What waits, what needs most first, each one press from where it is done. Many of the same are one line. */
@Component({
  selector: 'nv-waiting-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatIconModule, RouterLink],
  templateUrl: './waiting-list.html',
  styleUrl: './waiting-list.scss',
})
export class WaitingList {
  readonly waiting = input.required<readonly WaitingStudent[]>();

  private readonly today = inject(ScreeningClock).today;
  private readonly begun = inject(LeadKeeper).kept()?.sitting.id ?? null;
  protected readonly words = todayWords.waiting;
  private readonly opened = signal<ReadonlySet<WaitingKind>>(new Set());

  protected readonly groups = computed(() =>
    WAITING_KINDS.flatMap((kind) => {
      const own = this.waiting().filter(({ item }) => item.kind === kind);
      if (own.length === 0) return [];
      const grouped = own.length >= GROUPED_FROM && !NEVER_GROUPED.includes(kind);
      const opened = this.opened().has(kind);
      return [
        {
          kind,
          icon: ICON_OF[kind],
          title: grouped ? describeWaitingGroup(kind, own.length) : null,
          names: namesOf(own),
          opened,
          rows: grouped && !opened ? [] : own.map((one) => this.rowOf(one)),
        },
      ];
    }),
  );

  private rowOf({ studentId, name, item }: WaitingStudent) {
    return {
      studentId,
      name,
      ...describeWaiting(item, this.today()),
      way: wayOf(studentId, item, this.begun),
    };
  }

  protected toggle(kind: WaitingKind): void {
    this.opened.update((opened) => {
      const next = new Set(opened);
      if (!next.delete(kind)) next.add(kind);
      return next;
    });
  }
}

/** Names that are spelt out of a group. */
const NAMED = 3;

function namesOf(own: readonly WaitingStudent[]): string {
  const names = own.slice(0, NAMED).map(({ name }) => name);
  const more = own.length - names.length;
  return [...names, ...(more > 0 ? [todayWords.waiting.more(more)] : [])].join(', ');
}
