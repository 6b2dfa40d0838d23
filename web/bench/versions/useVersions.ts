import { useCallback, useEffect, useState } from 'react';
import {
  keepVersion,
  listVersions,
  openVersion,
  removeVersion,
  renameVersion,
  type OpenVersion,
  type VersionSummary,
} from '../../api/versions';
import { editing } from '../editing';

/** A version, with its state once that is here. */
export interface KnownVersion extends VersionSummary {
  open: OpenVersion | null;
}

const messageOf = (error: unknown): string => (error instanceof Error ? error.message : 'Something went wrong.');

/** The versions of a piece, and what can be done with them; a problem is told and nothing is lost. */
export function useVersions(id: string) {
  const [versions, setVersions] = useState<KnownVersion[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const read = useCallback(async (): Promise<void> => {
    const list = await listVersions(id);
    setVersions((known) =>
      list.map((one) => ({ ...one, open: known?.find((old) => old.id === one.id)?.open ?? null })),
    );
    for (const one of list) {
      const open = await openVersion(id, one.id).catch(() => null);
      if (open) setVersions((known) => known?.map((old) => (old.id === one.id ? { ...old, open } : old)) ?? null);
    }
  }, [id]);
  useEffect(() => {
    read().catch((error: unknown) => setProblem(messageOf(error)));
  }, [read]);
  const doing = async (work: () => Promise<unknown>): Promise<boolean> => {
    setBusy(true);
    setProblem(null);
    try {
      await work();
      await read();
      return true;
    } catch (error) {
      setProblem(messageOf(error));
      // An answer may be lost of what was done all the same.
      await read().catch(() => undefined);
      return false;
    } finally {
      setBusy(false);
    }
  };
  return {
    versions,
    problem,
    isBusy,
    again: () => void doing(() => Promise.resolve()),
    keep: (name: string) =>
      doing(async () => {
        // What is kept is what the store has: it must have everything first.
        await editing.saved();
        await keepVersion(id, name);
      }),
    rename: (version: string, name: string) => doing(() => renameVersion(id, version, name)),
    remove: (version: string) => doing(() => removeVersion(id, version)),
  };
}
