import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { StoredOverruling, Student, StoredApproval } from '@nuvrah/contract';
import {
  describeFinding,
  describeRemedies,
  type ScreeningCase,
  type Session,
  type StandingFinding,
  dayInWords,
} from '@nuvrah/core';
import { sending } from '../../api/sending';
import { Sessions } from '../../api/sessions';
import { FindingWays } from './finding-ways';
import { LevelIcon } from './level-icon';
import { LEVEL_SIGNS } from './levels';
import { findingWords } from '../../words/finding-words';

/** One finding: what it is, what to do, where it stands, and what the instructor may decide about it. */
@Component({
  selector: 'nv-finding-item',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FindingWays, LevelIcon, MatButtonModule, RouterLink],
  template: `
    <div class="notice" [class]="finding().level" [class.here]="here()">
      <p>
        <nv-level-icon [level]="finding().level" /> <strong class="level">{{ level().word }}</strong>&ngsp;
        @if (finding().passageId; as id) {
          <button type="button" class="where" (click)="showPassage.emit(id)">{{ passage() }}</button>
        } @else {
          {{ passage() }}
        }
        &ngsp;— {{ text() }}
      </p>
      @if (toDo(); as what) {
        <p>
          <span class="soft">{{ words.whatToDo }}</span> {{ what }}
        </p>
      }
      @if (standing(); as why) {
        <p class="standing">✓ {{ why }}</p>
      }
      <div class="actions">
        @if (open()) {
          <button matButton type="button" [attr.aria-expanded]="shown()" (click)="shown.set(!shown())">
            {{ words.whatCanBeDone }}
          </button>
          @if (finding().level === 'change') {
            <button matButton type="button" [attr.aria-expanded]="giving()" (click)="giving.set(!giving())">
              {{ words.overrule }}
            </button>
          }
          @if (finding().level === 'care') {
            <button matButton type="button" [disabled]="sent.busy()" (click)="decide('acknowledged', '')">
              {{ words.acknowledge }}
            </button>
          }
          @if (finding().level === 'clearance') {
            <a matButton [routerLink]="['/students', student().id]" [queryParams]="{ tab: 'health' }">{{
              words.fileAClearance
            }}</a>
          }
        } @else if (decision(); as made) {
          <button matButton type="button" [disabled]="sent.busy()" (click)="takeBack(made)">
            {{ words.takeBack }}
          </button>
        }
      </div>
      @if (giving() && open()) {
        <form (submit)="overrule($event)">
          <label>
            <span>{{ words.whyInYourWords }}</span>
            <textarea
              rows="2"
              maxlength="1000"
              [attr.aria-label]="words.reason"
              (input)="write($event)"
            ></textarea>
          </label>
          <button matButton="outlined" type="submit" [disabled]="sent.busy()">
            {{ words.overruleWithThisReason }}
          </button>
        </form>
      }
      @if (sent.message(); as words) {
        <p class="wrong" role="alert">{{ words }}</p>
      }
      @if (shown() && open()) {
        <nv-finding-ways
          [finding]="finding()"
          [of]="of()"
          [student]="student()"
          [editable]="editable()"
          (apply)="apply.emit($event)"
          (approved)="approved.emit($event)"
        />
      }
    </div>
  `,
  styleUrl: '../../ui/form.scss',
  styles: `
    .notice {
      font-size: 0.9375rem;
      line-height: 1.35;
      padding-bottom: 0.375rem;
    }
    .notice .level {
      display: inline;
    }
    nv-level-icon {
      vertical-align: -0.1875rem;
      margin-right: 0.25rem;
    }
    .standing {
      font-weight: 600;
    }
    .actions {
      gap: 0;
      margin-left: -0.75rem;
    }
    label > span {
      display: block;
    }
    textarea {
      width: 100%;
    }
    form {
      margin: 0.25rem 0 0.5rem;
      justify-items: start;
    }
    label {
      width: 100%;
    }
  `,
})
export class FindingItem {
  protected readonly words = findingWords.findingItem;
  readonly finding = input.required<StandingFinding>();
  readonly of = input.required<ScreeningCase>();
  readonly student = input.required<Student>();
  readonly sessionId = input.required<string>();
  /** Decisions about findings of this session that are in force. */
  readonly overrulings = input.required<readonly StoredOverruling[]>();
  readonly passage = input.required<string>();
  readonly editable = input.required<boolean>();
  /** Whether it is about the passage that is chosen. */
  readonly here = input(false);
  readonly apply = output<Session>();
  /** The passage that it is about is to be shown. */
  readonly showPassage = output<string>();
  /** An approval was put on record. */
  readonly approved = output<StoredApproval>();
  /** The decisions as they are now. */
  readonly decided = output<readonly StoredOverruling[]>();

  private readonly sessions = inject(Sessions);
  protected readonly sent = sending();
  protected readonly shown = signal(false);
  protected readonly giving = signal(false);
  private readonly reason = signal('');

  protected readonly open = computed(() => this.finding().standing.kind === 'open');
  protected readonly level = computed(() => LEVEL_SIGNS[this.finding().level]);
  protected readonly text = computed(() => describeFinding(this.finding()));
  protected readonly toDo = computed(() => {
    const finding = this.finding();
    return finding.level === 'care' || !this.open() ? null : describeRemedies(finding);
  });
  protected readonly standing = computed(() => {
    const { standing } = this.finding();
    switch (standing.kind) {
      case 'open':
        return null;
      case 'cleared':
        return this.words.clearedByUntil(standing.clinician, dayInWords(standing.until));
      case 'overruled':
        return this.words.overruled(standing.reason);
      case 'acknowledged':
        return this.words.acknowledgedSayItOnce;
    }
  });
  /** The decision that lifts it, where one does. */
  protected readonly decision = computed(() => {
    const { rule, passageId, value } = this.finding();
    const found = this.overrulings().find(
      (one) => one.rule === rule && one.passageId === passageId && value <= one.value,
    );
    return found ?? null;
  });

  protected write(event: Event): void {
    this.reason.set((event.target as HTMLTextAreaElement).value);
  }

  protected overrule(event: Event): void {
    event.preventDefault();
    const reason = this.reason().trim();
    if (reason === '') return this.sent.say(this.words.sayWhyAnOverruling);
    this.decide('overruled', reason);
  }

  protected decide(kind: StoredOverruling['kind'], reason: string): void {
    const { rule, passageId, value } = this.finding();
    const body = { id: crypto.randomUUID(), kind, rule, passageId, value, reason };
    this.sent.send(this.sessions.decide(this.sessionId(), body), (made) => {
      this.giving.set(false);
      this.decided.emit([...this.overrulings(), made]);
    });
  }

  protected takeBack({ id }: StoredOverruling): void {
    this.sent.send(this.sessions.withdraw(id), () =>
      this.decided.emit(this.overrulings().filter((one) => one.id !== id)),
    );
  }
}
