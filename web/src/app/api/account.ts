import { inject, Injectable, signal } from '@angular/core';
import { routes, type Account, type BodyOf } from '@nuvrah/contract';
import type { SoundChoice } from '@nuvrah/core';
import { map, of, tap, type Observable } from 'rxjs';
import { Api } from './api';

/** Who is signed in. */
@Injectable({ providedIn: 'root' })
export class AccountStore {
  private readonly api = inject(Api);
  private readonly current = signal<Account | null>(null);
  readonly account = this.current.asReadonly();

  /** The account, asked for once. Fails when nobody is signed in. */
  load(): Observable<Account> {
    const known = this.current();
    return known
      ? of(known)
      : this.api.call(routes.account).pipe(tap((account) => this.current.set(account)));
  }

  signIn(email: string, password: string): Observable<Account> {
    const signedIn = this.api.call(routes.signIn, { body: { email, password } });
    return signedIn.pipe(tap((account) => this.current.set(account)));
  }

  signOut(): Observable<void> {
    return this.api.call(routes.signOut).pipe(
      tap(() => this.current.set(null)),
      map(() => undefined),
    );
  }

  changePassword(current: string, next: string): Observable<void> {
    const changed = this.api.call(routes.changePassword, { body: { current, next } });
    return changed.pipe(map(() => undefined));
  }

  /** Sets how names are written and where the instructor stands where schools differ. */
  changePreferences(body: BodyOf<typeof routes.changePreferences>): Observable<Account> {
    return this.api
      .call(routes.changePreferences, { body })
      .pipe(tap((account) => this.current.set(account)));
  }

  /** Sets where the instructor works. */
  changeWorkplace(body: BodyOf<typeof routes.changeWorkplace>): Observable<Account> {
    return this.api.call(routes.changeWorkplace, { body }).pipe(tap((account) => this.current.set(account)));
  }

  /** Lets what is heard here sound otherwise from now on. */
  hear(sound: SoundChoice): void {
    this.current.update((account) => account && { ...account, sound });
  }

  /** Keeps how sessions sound. */
  changeSound(sound: SoundChoice): Observable<void> {
    return this.api.call(routes.changeSound, { body: sound }).pipe(map(() => undefined));
  }

  signOutEverywhere(): Observable<void> {
    return this.api.call(routes.signOutEverywhere).pipe(
      tap(() => this.current.set(null)),
      map(() => undefined),
    );
  }

  /** The account inside views that only open when somebody is signed in. @throws Error before that. */
  readonly required = (): Account => {
    const account = this.current();
    if (!account) throw new Error('nobody is signed in');
    return account;
  };
}
