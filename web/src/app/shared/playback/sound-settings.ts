import { ChangeDetectionStrategy, Component, DestroyRef, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { SoundChoice } from '@nuvrah/core';
import { catchError, debounceTime, map, of, Subject, switchMap } from 'rxjs';
import { AccountStore } from '../../api/account';
import type { ApiProblem } from '../../api/api';
import { saidOf } from '../../api/sending';
import { Notices } from '../../ui/notices';
import { soundWords } from '../../words/sound-words';
import { SoundPanel } from './sound-panel';

/** Milliseconds without a change after which what was chosen is sent: a slider is moved in many steps. */
const SETTLED = 400;

/** How the sessions of the instructor sound, kept with the account. */
@Component({
  selector: 'nv-sound-settings',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SoundPanel],
  template: `
    <nv-sound-panel
      [sound]="account.required().sound"
      [naming]="account.required().naming"
      (changed)="choose($event)"
    />
    <p class="soft" role="status">{{ said() }}</p>
  `,
})
export class SoundSettings {
  protected readonly account = inject(AccountStore);
  private readonly chosen = new Subject<SoundChoice>();
  protected readonly said = signal('');
  private readonly notices = inject(Notices);
  private unsent: SoundChoice | null = null;

  constructor() {
    this.chosen
      .pipe(
        debounceTime(SETTLED),
        switchMap((sound) => this.keep(sound)),
        takeUntilDestroyed(),
      )
      .subscribe((said) => this.said.set(said));
    // Closed within a moment of the last change, it is kept all the same.
    inject(DestroyRef).onDestroy(() => {
      if (!this.unsent) return;
      this.keep(this.unsent).subscribe((said) => said !== soundWords.kept && this.notices.say(said));
    });
  }

  protected choose(sound: SoundChoice): void {
    this.unsent = sound;
    this.said.set('');
    this.account.hear(sound);
    this.chosen.next(sound);
  }

  private keep(sound: SoundChoice) {
    this.unsent = null;
    return this.account.changeSound(sound).pipe(
      map(() => soundWords.kept),
      catchError((problem: ApiProblem) => of(soundWords.notKept(saidOf(problem)))),
    );
  }
}
