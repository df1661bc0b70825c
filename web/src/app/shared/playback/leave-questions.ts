import type { Question } from '../../ui/questions';
import { leadWords } from '../../words/lead-words';

/** Asked before leading is left. */
export const LEAVE_LEADING: Question = {
  title: leadWords.leadPage.leaveWhileLeading,
  text: leadWords.leadPage.leadingIsInProgress,
  yes: leadWords.leadPage.leave,
  no: leadWords.leadPage.stay,
};
/** Asked before a closing is left that is not on record. */
export const LEAVE_UNRECORDED: Question = {
  title: leadWords.leadPage.leaveAllTheSame,
  text: leadWords.leadPage.thisSittingIsNot,
  yes: leadWords.leadPage.leave,
  no: leadWords.leadPage.stay,
};
