import { editsOf } from '../../partEdits';

/** Changes the body of letters, and one part of it. */
export const { change: bodyEdit, within: partEdit } = editsOf('relief');
