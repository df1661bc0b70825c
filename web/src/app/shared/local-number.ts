import { computed, inject, Injectable, signal } from '@angular/core';
import { AccountStore } from '../api/account';
import { frameWords } from '../words/frame-words';

/** The emergency number where one is: of the account, or as a private link says it. */
@Injectable({ providedIn: 'root' })
export class LocalNumber {
  private readonly account = inject(AccountStore);
  private readonly told = signal<string | null>(null);

  readonly number = computed(
    () => this.account.account()?.emergencyNumber ?? this.told() ?? frameWords.localNumber.theLocalNumber,
  );

  tell(number: string): void {
    this.told.set(number);
  }
}
