import type { PicturePass } from '../pass';
import { lampDocument } from './document';

const documents = { lamp: lampDocument };

/** Line 7. The lamp; whatever throws a shadow obeys it. */
export const lightPass: PicturePass<typeof documents> = { line: 7, title: 'Light', documents };
