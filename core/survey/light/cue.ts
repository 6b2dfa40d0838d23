/** What one look at a plate says of its light. */
export interface Cue {
  /** What was looked at. */
  from: 'sun' | 'shading of things' | 'shadows beside things' | 'texture';
  /** Where the light comes from in the picture, degrees: 0 from the right, 90 from the top, counter-clockwise. */
  tilt: number;
  /** Above the picture's plane towards the camera, degrees; null where this says nothing of it. */
  height: number | null;
  confidence: number;
}
