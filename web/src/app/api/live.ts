import { inject, Injectable } from '@angular/core';
import {
  routes,
  type BodyOf,
  type Live,
  type Phone,
  type PhoneClass,
  type PhoneTells,
  type ShownClass,
} from '@nuvrah/contract';
import type { Observable } from 'rxjs';
import { Api } from './api';

/** Phones that follow a class: as its leader lets them, and as they ask themselves. */
@Injectable({ providedIn: 'root' })
export class LiveClasses {
  private readonly api = inject(Api);

  open(id: string, body: BodyOf<typeof routes.openLive>): Observable<Live> {
    return this.api.call(routes.openLive, { params: { id }, body });
  }

  change(id: string, live: string, body: BodyOf<typeof routes.changeLive>): Observable<Phone[]> {
    return this.api.call(routes.changeLive, { params: { id, live }, body });
  }

  place(id: string, live: string, body: BodyOf<typeof routes.placeLive>): Observable<Phone[]> {
    return this.api.call(routes.placeLive, { params: { id, live }, body });
  }

  end(id: string, live: string): Observable<Phone[]> {
    return this.api.call(routes.endLive, { params: { id, live } });
  }

  /** What second screens of a class show from now on. */
  showOnScreens(id: string, body: BodyOf<typeof routes.showClass>): Observable<null> {
    return this.api.call(routes.showClass, { params: { id }, body });
  }

  placeOnScreens(id: string, body: BodyOf<typeof routes.placeShown>): Observable<null> {
    return this.api.call(routes.placeShown, { params: { id }, body });
  }

  endOnScreens(id: string): Observable<null> {
    return this.api.call(routes.endShown, { params: { id } });
  }

  /** What a second screen of a class shows now. */
  shownOnScreens(id: string): Observable<{ readonly shown: ShownClass | null }> {
    return this.api.call(routes.shownClass, { params: { id } });
  }

  join(code: string): Observable<{ readonly token: string }> {
    return this.api.call(routes.joinLive, { body: { code } });
  }

  /** What a phone shows now. */
  follow(token: string): Observable<PhoneClass> {
    return this.api.call(routes.phoneClass, { params: { token } });
  }

  choose(token: string, person: string | null): Observable<PhoneClass> {
    return this.api.call(routes.choosePerson, { params: { token }, body: { person } });
  }

  tell(token: string, body: PhoneTells): Observable<PhoneClass> {
    return this.api.call(routes.tellFromPhone, { params: { token }, body });
  }
}
