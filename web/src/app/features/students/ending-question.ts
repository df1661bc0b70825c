import { PERSON_FACTS, type PersonFact } from '@nuvrah/core';
import type { Question } from '../../ui/questions';
import { studentWords } from '../../words/student-words';

/** What is asked before a fact is ended. */
export const endingQuestion = ({ fact }: { readonly fact: PersonFact }): Question => ({
  title: studentWords.endingQuestion.noLongerTrue(PERSON_FACTS[fact]),
  text: studentWords.endingQuestion.fromTodayOnNothing,
  yes: studentWords.endingQuestion.yes,
});
