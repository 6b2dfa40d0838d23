export type Sampling = 'bilinear' | 'bicubic';

/** What lies beyond the source: nothing, or its edge pixels again. */
export type Border = 'clear' | 'repeat';
