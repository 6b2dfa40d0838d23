declare module 'fontverter' {
  /** Converts between sfnt, woff and woff2. @throws Error for what it cannot read */
  export function convert(
    file: Buffer,
    toFormat: 'sfnt' | 'woff' | 'woff2',
    fromFormat?: 'sfnt' | 'woff' | 'woff2',
  ): Promise<Buffer>;
}
