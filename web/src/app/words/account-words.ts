import { inLanguage } from '@nuvrah/core';

/** Words of the account and of its audit trail. */
export const accountWords = inLanguage({
  sections: {
    look: 'Appearance',
    sound: 'Voice and sound',
    work: 'Where you work',
    password: 'Password',
    audit: 'Audit trail',
    out: 'Signing out',
  },
  ownVoice: 'Record your own voice',
  appearances: { system: 'As the system says', light: 'Light', dark: 'Dark' },
  work: {
    zone: 'Time zone',
    emergency: 'Emergency number there',
    emergencyNeeded: 'An emergency number is needed: it stands on the card of signs.',
    place: 'Place, for sunrise and sunset',
    latitude: 'Latitude, south below 0',
    longitude: 'Longitude, west below 0',
    degrees: (most: number) => `Degrees from −${most} to ${most}.`,
    all: 'A place has a name, a latitude and a longitude: fill all three, or none.',
    save: 'Save the place',
    saved: 'Saved.',
  },
  password: {
    now: 'Password now',
    next: 'New password',
    hint: (shortest: number) => `${shortest} characters or more; other browsers are signed out.`,
    short: (shortest: number) => `The new password needs ${shortest} characters or more.`,
    change: 'Change password',
    changed: 'The password is changed. Other browsers are signed out.',
  },
  out: {
    out: 'Sign out',
    everywhere: 'Sign out everywhere',
    about: 'Everywhere signs you out of this browser and of all others.',
  },
  audit: {
    change: (before: string, after: string) => `${before} → ${after}`,
    none: 'Nothing was decided against a rule yet.',
    columns: { when: 'When', who: 'Who', what: 'What' },
  },
});
