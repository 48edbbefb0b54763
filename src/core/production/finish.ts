import { ownerList } from '../schema/owner-kind';
import { FINISH } from './owners/kinds';

export const MAX_EFFECTS = 40;

/** What is done to the picture, in the order in which light takes it: the display, and effects before and after it. */
export const finishField = ownerList(FINISH, MAX_EFFECTS, 'effects');
