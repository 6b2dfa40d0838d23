// Draws the pictures of the exhibitors and writes their table: all invented, all from numbers.
// Run by: npm run demo-series
import { writeFileSync } from 'node:fs';
import sharp from 'sharp';

/** Minimal standard generator (Park and Miller 1988). @returns 0..1 */
function numbers(seed: number): () => number {
  let state = seed * 7919 + 17;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

const between = (value: number, from: number, to: number): number => from + value * (to - from);
const tones = [
  ['#2b4a57', '#8fb0a8', '#c9743d'],
  ['#4a2f2a', '#c58f62', '#2f5e5a'],
  ['#33405e', '#a9b4c8', '#d39a3a'],
  ['#3d4a33', '#b8b48a', '#a2452c'],
  ['#5a3b4c', '#c9a3a0', '#3f6b74'],
] as const;

/** One vessel: its outline turned about its axis, lit from the left. */
function vessel(next: () => number, x: number, foot: number, height: number, id: string): string {
  const [belly, neck, lip] = [between(next(), 0.22, 0.42), between(next(), 0.06, 0.2), between(next(), 0.08, 0.22)].map(
    (part) => part * height,
  );
  const [waist, shoulder] = [foot - height * between(next(), 0.3, 0.5), foot - height * 0.82];
  const top = foot - height;
  const base = belly * between(next(), 0.4, 0.7);
  const side = (s: 1 | -1): string =>
    `C ${x + s * belly * 1.1} ${foot - height * 0.08} ${x + s * belly * 1.15} ${waist} ${x + s * belly * 0.8} ${(waist + shoulder) / 2} S ${x + s * neck} ${shoulder} ${x + s * neck} ${(shoulder + top) / 2} S ${x + s * lip} ${top} ${x + s * lip} ${top}`;
  const back = `L ${x - lip} ${top} C ${x - lip} ${top} ${x - neck} ${top + height * 0.04} ${x - neck} ${(shoulder + top) / 2} S ${x - neck * 1.1} ${shoulder} ${x - belly * 0.8} ${(waist + shoulder) / 2} S ${x - belly * 1.1} ${foot - height * 0.08} ${x - base} ${foot} Z`;
  const hue = Math.floor(next() * 360);
  return `<defs><linearGradient id="${id}"><stop offset="0" stop-color="hsl(${hue},38%,62%)"/><stop offset=".35" stop-color="hsl(${hue},44%,46%)"/><stop offset="1" stop-color="hsl(${hue},50%,18%)"/></linearGradient></defs>
<ellipse cx="${x + height * 0.16}" cy="${foot}" rx="${belly * 1.4}" ry="${height * 0.05}" fill="#000" opacity=".35" filter="url(#soft)"/>
<path d="M ${x - base} ${foot} L ${x + base} ${foot} ${side(1)} ${back}" fill="url(#${id})"/>
<ellipse cx="${x}" cy="${top}" rx="${lip}" ry="${lip * 0.22}" fill="hsl(${hue},40%,14%)"/>
<ellipse cx="${x - belly * 0.45}" cy="${waist}" rx="${belly * 0.09}" ry="${height * 0.16}" fill="#fff" opacity=".4" filter="url(#soft)"/>`;
}

/** One kite with its tail. */
function kite(next: () => number, x: number, y: number, size: number): string {
  const turn = between(next(), -40, 40);
  const hue = Math.floor(next() * 360);
  const tail = Array.from(
    { length: 6 },
    (_, i) => `${x + size * (0.5 + i * 0.5)} ${y + size * (1.3 + i * 0.42 + (i % 2) * 0.3)}`,
  );
  return `<path d="M ${x} ${y + size} Q ${tail.join(' ')}" fill="none" stroke="#2a2a2a" stroke-width="3" opacity=".6"/>
<g transform="rotate(${turn} ${x} ${y})"><path d="M ${x} ${y - size} L ${x + size * 0.72} ${y} L ${x} ${y + size * 1.25} Z" fill="hsl(${hue},62%,48%)"/><path d="M ${x} ${y - size} L ${x - size * 0.72} ${y} L ${x} ${y + size * 1.25} Z" fill="hsl(${hue},58%,62%)"/><path d="M ${x - size * 0.72} ${y} L ${x + size * 0.72} ${y}" stroke="#3a2c20" stroke-width="4"/></g>`;
}

function scene(seed: number, width: number, height: number): string {
  const next = numbers(seed);
  const [dark, light, ground] = tones[seed % tones.length];
  const isSky = seed % 2 === 1;
  const line = height * (isSky ? 0.86 : 0.7);
  const things = isSky
    ? [0, 1, 2].map((i) =>
        kite(
          next,
          width * between(next(), 0.12 + i * 0.26, 0.3 + i * 0.26),
          height * between(next(), 0.2, 0.5),
          width * between(next(), 0.05, 0.11),
        ),
      )
    : [0, 1, 2].map((i) =>
        vessel(
          next,
          width * between(next(), 0.16 + i * 0.28, 0.28 + i * 0.28),
          line + height * between(next(), 0.06, 0.2),
          height * between(next(), 0.34, 0.62),
          `glaze${i}`,
        ),
      );
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><defs><linearGradient id="back" x2="0" y2="1"><stop offset="0" stop-color="${isSky ? light : dark}"/><stop offset="1" stop-color="${isSky ? '#e9d9bd' : light}"/></linearGradient><linearGradient id="ground" x2="0" y2="1"><stop offset="0" stop-color="${ground}"/><stop offset="1" stop-color="${dark}"/></linearGradient><filter id="soft"><feGaussianBlur stdDeviation="9"/></filter></defs>
<rect width="${width}" height="${height}" fill="url(#back)"/><rect y="${line}" width="${width}" height="${height}" fill="url(#ground)"/>${things.join('\n')}</svg>`;
}

/** Fine grain, so that nothing looks drawn by a machine. */
async function draw(seed: number, file: string, width = 1560, height = 1110): Promise<void> {
  const grain = await sharp({
    create: { width, height, channels: 3, background: '#000', noise: { type: 'gaussian', mean: 128, sigma: 9 } },
  })
    .greyscale()
    .png()
    .toBuffer();
  const drawn = await sharp(Buffer.from(scene(seed, width, height)))
    .composite([{ input: grain, blend: 'soft-light' }])
    .removeAlpha()
    .jpeg({ quality: 74 })
    .toBuffer();
  writeFileSync(`demo/series/pictures/${file}`, drawn);
}

const exhibitors = `Ada Penhallow|raku jars
Zoë Ångström|slipware
Siobhán O’Hara|kite reels
Bartholomew Featherstonehaugh|salt-glazed stoneware
Ωρίων Παππάς|earthenware
ليلى حداد|tiles
दीपा शर्मा|indigo kites
Jürgen Müller|bellarmine jugs
François Lefèbvre|faience
Łucja Wójcik|smoke-fired bowls
Mei Lindqvist|paper kites
Tomás Núñez|lustreware
Ines d’Almeida|azulejos
Rhys Llewellyn|ash glazes
Björk Þórsdóttir|wind drums
Dilnoza Karimova|ikat banners
Padraig Mac Giolla|turf kilns
Wren Abernathy|wood firing
Élodie Saint-Amand|porcelain
Oskar Kjær|box kites
Nia Achterberg|coiled pots
Halima Osei-Bonsu|burnished ware
Jonas Vetterli|kiln building
Tilda Brandvold|delta kites
Marek Dvořák|blue ware
Ursula Winterbourne|windsocks
Yusuf Çelik|raku
Greta Holm|tail ribbons
Iolanthe Crane|lantern kites
Ferdinand Quill|tiles in relief
Agnès Ricoeur|terra sigillata
Bo Ek|reels
Constance Whitlock-Fairweather|pit firing
Dov Amsel|celadon
Emeka Nwosu|water jars
Fenella Grieve|stunt kites
Gudrun Isaksen|shino
Hugo Ames|brick carving
Ilse Marchetti|majolica
Kit Vane|single-line kites`
  .split('\n')
  .map((line) => line.split('|'));

const pictures = Array.from({ length: 16 }, (_, i) => `${i % 2 === 1 ? 'kites' : 'pots'}-${Math.floor(i / 2) + 1}.jpg`);
for (const [i, file] of pictures.entries()) await draw(i + 2, file);
// One that is far too small for print, as somebody always sends one.
await draw(4, 'phone.jpg', 280, 200);

const quoted = (text: string): string => `"${text.replace(/"/g, '""')}"`;
const rows = exhibitors.map(([name, craft], i) => {
  const kind = /kite|reel|wind|banner|ribbon|drum/.test(craft) ? 1 : 0;
  const file = i === 21 ? 'phone.jpg' : pictures[((i * 3) % 8) * 2 + kind];
  return [name, craft, `Stall ${i + 1}`, file].map(quoted).join(',');
});
writeFileSync(
  'demo/series/exhibitors.csv',
  `\ufeff${['Name', 'Craft', 'Stall', 'Picture'].join(',')}\r\n${rows.join('\r\n')}\r\n`,
);
console.log(rows.length, 'rows', pictures.length + 1, 'pictures');
