import type { CanDeactivateFn } from '@angular/router';
import type { Observable } from 'rxjs';

/** A view that may have to be asked before it is left. */
export interface AsksBeforeLeaving {
  mayLeave(): boolean | Observable<boolean>;
}

/** Leading is not left by a slip of the hand. */
export const leavingLead: CanDeactivateFn<AsksBeforeLeaving> = (view) => view.mayLeave();
