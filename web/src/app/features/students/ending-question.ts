import { PERSON_FACTS, type PersonFact } from '@nuvrah/core';

/** What is asked before a fact is ended. */
export const endingQuestion = ({ fact }: { readonly fact: PersonFact }): string =>
  `${PERSON_FACTS[fact]}: no longer true? From today on nothing is screened by it any more.`;
