import { editsOf } from '../../partEdits';

/** Changes how sharp and grainy a lettering is, and one part of that. */
export const { change: focusEdit, within: partEdit } = editsOf('focus');
