import type { InkMixer } from './inkMixer';
import type { PictureFile, PictureForm } from './pictureFile';

/** Takes a picture of a screen and hands it on as inks of a press; clear parts become white. */
export class InkFile implements PictureFile {
  /** @param to takes four channels */
  constructor(
    private readonly form: PictureForm,
    private readonly mixer: InkMixer,
    private readonly to: PictureFile,
  ) {}

  add(rows: Uint8Array): Promise<void> {
    return this.to.add(this.mixer.mix(rows, this.form.channels, true));
  }

  finish(): void {
    this.to.finish();
  }

  abandon(): void {
    this.to.abandon();
  }
}
