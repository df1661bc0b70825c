import { inject } from '@angular/core';
import { Router, type CanActivateFn } from '@angular/router';
import { catchError, map, of } from 'rxjs';
import { AccountStore } from './account';

/** Lets in whoever is signed in and sends everybody else to sign in, remembering where they wanted to go. */
export const signedIn: CanActivateFn = (_route, state) => {
  const router = inject(Router);
  return inject(AccountStore)
    .load()
    .pipe(
      map(() => true),
      catchError(() => of(router.createUrlTree(['/sign-in'], { queryParams: { then: state.url } }))),
    );
};
