import { editsOf } from '../../partEdits';

/** Changes what a lettering throws, and one of the things that it throws. */
export const { change: castsEdit, within: castEdit } = editsOf('casts');
