import type { PicturePass } from '../pass';
import { planesDocument } from './document';

const documents = { planes: planesDocument };

/** Line 6. Flat surfaces that letterings lie in; they paint nothing themselves. */
export const planesPass: PicturePass<typeof documents> = { line: 6, title: 'Planes', documents };
