/** How the px of a picture are stored. */
export interface PictureForm {
  width: number;
  height: number;
  /** 3: red, green, blue; 4: straight alpha with them. */
  channels: 3 | 4;
  /** Of each channel; 16-bit values are little-endian. */
  bits: 8 | 16;
}

/** What rows that are compressed are made of: of a picture, or of one of its channels alone. */
export interface PackForm extends Pick<PictureForm, 'width' | 'bits'> {
  channels: 1 | 3 | 4;
}

/** A file that takes a picture some rows at a time, from top to bottom. */
export interface PictureFile {
  /**
   * @param rows whole rows, `width * channels * bits / 8` bytes each; they may change again when the promise is kept
   */
  add(rows: Uint8Array): Promise<void>;
  /** Completes the file and closes it. */
  finish(): void;
  /** Closes the file, unfinished as it is. */
  abandon(): void;
}
