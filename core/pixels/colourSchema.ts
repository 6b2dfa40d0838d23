import { z } from 'zod';
import { isColour } from './colour';

/** A colour as CSS writes it. */
export const colourSchema = z.string().refine(isColour, 'This is not a colour that CSS knows.');
