import { useBench } from './benchContext';

/** The photograph that lies farthest off, whose survey tells of the scene; null where there is none in the store. */
export function useFarthestPlate(): { sha256: string; asset: string; scale: number; x: number; y: number } | null {
  const { piece } = useBench();
  const [plate] = piece.plates;
  const sha256 = plate && piece.assets[plate.asset]?.sha256;
  return sha256 ? { sha256, asset: plate.asset, scale: plate.scale, x: plate.x, y: plate.y } : null;
}
