import { picturesOfCoat, type Coat } from '../coats/schema';
import type { Passes } from '../passes';
import type { AssetUse, Link, PassDocument, ItemKind } from '../passes/pass';

/** What of a piece links and uses are read from: a piece of whichever passes. */
export interface LinkedPiece {
  sheet: { coats: readonly Coat[] };
  assets: Readonly<Record<string, { kind: string }>>;
  letterings: readonly { id: string; name: string }[];
  depth: readonly string[];
}

/** A part of a piece, with the document that it belongs to. */
interface FoundPart {
  document: PassDocument<unknown>;
  part: unknown;
  /** Whose it is, as a sentence begins. */
  who: string;
}

const fieldOf = (owner: object, field: string): unknown => (owner as Record<string, unknown>)[field];

/** Every part of a piece that a pass owns. */
function partsIn(piece: LinkedPiece, passes: Passes): FoundPart[] {
  const ofLetterings = piece.letterings.flatMap((lettering) =>
    Object.entries(passes.lettering).map(([field, { document }]) => ({
      document,
      part: fieldOf(lettering, field),
      who: `The lettering "${lettering.name}"`,
    })),
  );
  const ofPicture = Object.values(passes.picture).flatMap(({ title, documents }) =>
    Object.entries(documents).map(([field, document]) => ({ document, part: fieldOf(piece, field), who: title })),
  );
  return [...ofPicture, ...ofLetterings];
}

/** Every file that a piece uses. */
export function assetsUsed(piece: LinkedPiece, passes: Passes): AssetUse[] {
  const ofSheet = piece.sheet.coats
    .flatMap(picturesOfCoat)
    .map((key): AssetUse => ({ key, kind: 'plate', who: 'The sheet' }));
  const ofParts = partsIn(piece, passes).flatMap(({ document, part, who }) =>
    (document.assets?.(part) ?? []).map((use) => ({ who, ...use })),
  );
  return [...ofSheet, ...ofParts];
}

/** The ids of all items of a piece that others may point at, by kind; and which of them stand on the depth line. */
export function itemsIn(piece: LinkedPiece, passes: Passes): { kind: ItemKind; id: string; inDepth: boolean }[] {
  const letterings = piece.letterings.map(({ id }) => ({ kind: 'lettering' as const, id, inDepth: true }));
  const listed = partsIn(piece, passes).flatMap(({ document: { lists }, part }) =>
    lists
      ? (part as readonly { id: string }[]).map(({ id }) => ({ kind: lists.kind, id, inDepth: lists.inDepth === true }))
      : [],
  );
  return [...letterings, ...listed];
}

/** Names that point at nothing, or at the wrong kind of item: what is wrong, as sentences. */
export function brokenLinks(piece: LinkedPiece, passes: Passes): string[] {
  const items = itemsIn(piece, passes);
  const isThere = (link: Link): boolean => items.some(({ kind, id }) => kind === link.kind && id === link.id);
  const links = partsIn(piece, passes).flatMap(({ document, part }) => document.links?.(part) ?? []);
  const problems = [
    ...assetsUsed(piece, passes).flatMap((use) => assetProblem(piece, use) ?? []),
    ...new Set(links.filter((link) => !isThere(link)).map(({ problem }) => problem)),
  ];
  if (new Set(items.map(({ id }) => id)).size !== items.length)
    problems.push('Two items in the piece have the same id.');
  const inDepth = items.filter((item) => item.inDepth).map(({ id }) => id);
  if (inDepth.length !== piece.depth.length || inDepth.some((id) => !piece.depth.includes(id)))
    problems.push('The depth line must name each lettering, each veil and each glow once.');
  return problems;
}

function assetProblem({ assets }: LinkedPiece, { key, kind, who }: AssetUse): string | null {
  const asset = Object.hasOwn(assets, key) ? assets[key] : undefined;
  if (!asset) return `${who} names the asset "${key}", which is not in the piece.`;
  return asset.kind === kind ? null : `${who} needs a ${kind}, but "${key}" is a ${asset.kind}.`;
}
