import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { Router, RouterLink } from '@angular/router';
import { SHORTEST_PASSWORD } from '@nuvrah/contract';
import { AccountStore } from '../../api/account';
import { sending } from '../../api/sending';
import { AppearanceChoice } from '../../shared/appearance';
import { PageBar } from '../../shared/page/page-bar';
import { Card } from '../../ui/card';
import { Choice } from '../../ui/choice';
import { Fold } from '../../ui/fold';
import { accountWords } from '../../words/account-words';
import { AuditTrail } from './audit-trail';
import { SoundSettings } from '../../shared/playback/sound-settings';
import { WorkplaceForm } from './workplace-form';

/** The account: where is worked, appearance, password, signing out, and what was decided. */
@Component({
  selector: 'nv-account-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    AuditTrail,
    Card,
    Choice,
    Fold,
    MatButtonModule,
    MatFormFieldModule,
    MatInputModule,
    PageBar,
    ReactiveFormsModule,
    RouterLink,
    SoundSettings,
    WorkplaceForm,
  ],
  templateUrl: './account-page.html',
  styleUrl: './account-page.scss',
})
export class AccountPage {
  protected readonly accounts = inject(AccountStore);
  protected readonly appearance = inject(AppearanceChoice);
  private readonly router = inject(Router);

  protected readonly words = accountWords;
  protected readonly shortest = SHORTEST_PASSWORD;
  protected readonly password = new FormGroup({
    current: new FormControl('', { nonNullable: true }),
    next: new FormControl('', { nonNullable: true }),
  });
  protected readonly changing = sending();
  protected readonly leaving = sending();
  protected readonly said = signal('');

  protected changePassword(): void {
    this.said.set('');
    const { current, next } = this.password.getRawValue();
    if (next.length < SHORTEST_PASSWORD)
      return this.changing.say(this.words.password.short(SHORTEST_PASSWORD));
    this.changing.send(this.accounts.changePassword(current, next), () => {
      this.password.reset();
      this.said.set(this.words.password.changed);
    });
  }

  /** Leaves the page in any case; what cannot be signed out here now is signed out by its cookie's end. */
  protected signOut(): void {
    const leave = (): void => void this.router.navigateByUrl('/sign-in');
    this.accounts.signOut().subscribe({ next: leave, error: leave });
  }

  protected signOutEverywhere(): void {
    this.leaving.send(this.accounts.signOutEverywhere(), () => void this.router.navigateByUrl('/sign-in'));
  }
}
