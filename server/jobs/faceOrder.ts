/** A face file to be read: where it lies, and what the plain forms of the faces in it are to be called, less a number. */
export interface FaceOrder {
  file: string;
  name: string;
  out: string;
}

/** Where the plain form of a face of an order is written. */
export const faceOut = (out: string, place: number): string => `${out}-${place}`;
