import { inLanguage } from '@nuvrah/core';

/** Words of signing in. */
export const signInWords = inLanguage({
  signIn: {
    nuvrah: 'Nuvrah',
    breathingSessionsWrittenDown: 'Breathing sessions, written down, timed and led.',
    eMail: 'E-mail',
    password: 'Password',
    signIn: 'Sign in',
    fillInEMail: 'Fill in e-mail and password.',
    serverAway: 'The server cannot be reached. Try again in a moment.',
  },
});
