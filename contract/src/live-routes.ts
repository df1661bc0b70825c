import { addresses } from './addresses.js';
import {
  joinedSchema,
  joinSchema,
  liveLanesSchema,
  livePlaceSchema,
  liveSchema,
  newLiveSchema,
  phoneClassSchema,
  phonePersonSchema,
  phoneSchema,
  phoneTellsSchema,
  placeShownSchema,
  sharedClockSchema,
  showClassSchema,
  shownClassSchema,
} from './live-schemas.js';
import { route } from './route.js';
import { listOf, nothing } from './schema-parts.js';

/** Requests about classes that phones and second screens follow. */
export const liveRoutes = {
  openLive: route(addresses.openLive, {
    summary: 'Let phones follow a class; the same id again answers what is there',
    body: newLiveSchema,
    answer: liveSchema,
    status: 201,
  }),
  changeLive: route(addresses.changeLive, {
    summary: 'What phones show from now on, and who is here',
    body: liveLanesSchema,
    answer: listOf(phoneSchema),
  }),
  placeLive: route(addresses.placeLive, {
    summary: 'Where the class stands; answered with what phones told',
    body: livePlaceSchema,
    answer: listOf(phoneSchema),
  }),
  endLive: route(addresses.endLive, {
    summary: 'The class is over: its code dies, and phones are asked how it was; ending twice is ending once',
    answer: listOf(phoneSchema),
  }),
  showClass: route(addresses.showClass, {
    summary: 'What the second screens of a class show from now on',
    body: showClassSchema,
    answer: nothing,
    status: 204,
  }),
  placeShown: route(addresses.placeShown, {
    summary: 'Where the class that second screens show stands',
    body: placeShownSchema,
    answer: nothing,
    status: 204,
  }),
  endShown: route(addresses.endShown, {
    summary: 'Second screens show nothing any more; ending twice is ending once',
    answer: nothing,
    status: 204,
  }),
  shownClass: route(addresses.shownClass, {
    summary: 'What a second screen of a class shows now',
    answer: shownClassSchema,
  }),
  sharedClock: route(addresses.sharedClock, {
    summary: 'The clock by which leader and phones stay in step',
    answer: sharedClockSchema,
    access: 'public',
  }),
  joinLive: route(addresses.joinLive, {
    summary: 'Follow a class by its code',
    body: joinSchema,
    answer: joinedSchema,
    access: 'public',
    status: 201,
  }),
  phoneClass: route(addresses.phoneClass, {
    summary: 'What a phone shows of its class: its own lane, and nothing else of anybody',
    answer: phoneClassSchema,
    access: 'public',
  }),
  choosePerson: route(addresses.choosePerson, {
    summary: 'Say whose phone it is',
    body: phonePersonSchema,
    answer: phoneClassSchema,
    access: 'public',
  }),
  tellFromPhone: route(addresses.tellFromPhone, {
    summary: 'Raise a hand, ask to be led more easily, or tell how it was; told again it is told once',
    body: phoneTellsSchema,
    answer: phoneClassSchema,
    access: 'public',
  }),
};
