import { random } from '../../../kernels/testing';
import { encodeExact } from '../../../pixels/transfer';
import { phi } from '../../../testing/gaussian';
import { paintedPicture } from '../../../testing/pictures';
import { brushedSoftness } from './brush';
import { worstPlaces, type EdgePlace } from './compareEdge';
import { edgeSigma } from '../../../survey/focus/edgeSigma';
import { softenMargin, soften } from './soften';

/** A photo with one edge through its middle, blurred in linear light by a known sigma, with grain. */
function edgePicture(sigma: number, angle: number, grain: number) {
  const next = random(Math.round(sigma * 100 + angle * 7));
  const [nx, ny] = [Math.cos(angle), Math.sin(angle)];
  return paintedPicture(320, 320, (x, y) => {
    const share = phi(((x + 0.5 - 160) * nx + (y + 0.5 - 160) * ny) / sigma);
    const noise = Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()) * grain;
    const mix = (a: number, b: number): number =>
      Math.round(Math.min(255, Math.max(0, encodeExact(a + (b - a) * share) * 255 + noise)));
    return [mix(0.12, 0.6), mix(0.2, 0.5), mix(0.05, 0.55)];
  });
}

test.each([0.6, 1, 2, 4, 8, 14])('an edge of sigma %p px is measured within half a px or 15 %%', async (sigma) => {
  for (const angle of [0, 0.5, 2.1]) {
    const measured = await edgeSigma(edgePicture(sigma, angle, 2), {
      place: [160, 160],
      outward: [Math.cos(angle), Math.sin(angle)],
    });
    expect(Math.abs(measured! - sigma)).toBeLessThan(Math.max(0.5, sigma * 0.15));
  }
});

test('the worst places are one for each fault, the worst first', () => {
  const at = (x: number, photo: number | null, matte: number): EdgePlace => ({ place: [x, 0], photo, matte });
  const places = [at(0, 1, 1), at(100, 4, 0.2), at(120, 4, 0.1), at(300, 0.3, 3), at(500, null, 9), at(700, 1, 2)];
  expect(worstPlaces(places, 3).map(({ place: [x] }) => x)).toEqual([120, 300, 700]);
  expect(worstPlaces(places, 1)).toHaveLength(1);
  expect(worstPlaces([at(0, 1, 1)], 3)).toEqual([]);
});

test('where both sides are alike nothing is measured', async () => {
  expect(
    await edgeSigma(
      paintedPicture(300, 300, () => [90, 90, 90]),
      { place: [150, 150], outward: [1, 0] },
    ),
  ).toBeNull();
});

test('a cut is softened by what the profile says at each place', () => {
  const softness = {
    profile: [
      [0, 0, 1],
      [0, 400, 6],
    ] as [number, number, number][],
    factor: 1,
  };
  const toOutput = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 };
  const margin = softenMargin(softness, toOutput);
  const blurredAt = (y: number): number[] => {
    const region = { x: -20, y, width: 41, height: 1 };
    const cut = {
      width: 41 + 2 * margin,
      height: 1 + 2 * margin,
      channels: 1 as const,
      data: new Float32Array((41 + 2 * margin) * (1 + 2 * margin)),
    };
    for (let i = 0; i < cut.data.length; i++) cut.data[i] = (i % cut.width) - margin - 20 < 0 ? 1 : 0;
    return [...soften(cut, region, softness, toOutput).data];
  };
  const sharp = blurredAt(0);
  const soft = blurredAt(400);
  for (let x = -15; x <= 15; x++) {
    expect(Math.abs(sharp[x + 20] - phi(-(x + 0.5) / 1))).toBeLessThan(0.05);
    expect(Math.abs(soft[x + 20] - phi(-(x + 0.5) / 6))).toBeLessThan(0.03);
  }
});

test('the brush softens and sharpens a profile under its stroke, fading over its rim', () => {
  const profile: [number, number, number][] = [
    [0, 0, 2],
    [0, 50, 2],
    [0, 100, 0],
  ];
  const soft = brushedSoftness(
    profile,
    {
      radius: 20,
      points: [
        [0, -10],
        [0, 10],
      ],
    },
    1.5,
    0.5,
  );
  expect(soft).toEqual([
    [0, 0, 3],
    [0, 50, 2],
    [0, 100, 0],
  ]);
  // Half way through the rim (15 px off, rim from 10 to 20): the factor's square root.
  expect(brushedSoftness([[15, 0, 2]], { radius: 20, points: [[0, 0]] }, 1.5, 0.5)[0][2]).toBeCloseTo(
    2 * Math.sqrt(1.5),
    2,
  );
  expect(brushedSoftness(profile, { radius: 5, points: [[0, 100]] }, 2, 0)[2][2]).toBeCloseTo(0.8, 6);
  expect(brushedSoftness(profile, { radius: 5, points: [[0, 0]] }, 0.5, 0)[0][2]).toBe(1);
});
