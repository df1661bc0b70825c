import { PERSON_FACTS, type PersonFact } from '@nuvrah/core';
import type { Question } from '../../ui/questions';

/** What is asked before a fact is ended. */
export const endingQuestion = ({ fact }: { readonly fact: PersonFact }): Question => ({
  title: `${PERSON_FACTS[fact]}: no longer true?`,
  text: 'From today on nothing is screened by it any more.',
  yes: 'No longer true',
});
