import { useEffect, useState } from 'react';
import { useParams } from 'react-router';
import type { LeaseEvent } from '../../server/leases';
import { hear } from '../api/client';
import { useAppDispatch, useAppSelector } from '../store';
import { NoSuchPiece } from '../ui/NoSuchPiece';
import { left, renamed, role as setRole } from './benchState';
import { editing, tabId } from './editing';
import { OpenBench } from './OpenBench';

/** The editor of one piece. */
export function BenchPage() {
  const { id = '' } = useParams();
  const dispatch = useAppDispatch();
  const [missing, setMissing] = useState<string | null>(null);
  const openedId = useAppSelector(({ bench }) => bench.id);
  useEffect(() => {
    setMissing(null);
    editing
      .open(id)
      .catch((error: unknown) => setMissing(error instanceof Error ? error.message : 'This piece cannot be opened.'));
    const stop = hear<LeaseEvent>(`/pieces/${id}/socket?tab=${tabId}`, (event) => {
      if (event.kind === 'role') {
        dispatch(setRole(event.role));
        if (event.role === 'working') return;
      }
      if (event.kind === 'renamed') dispatch(renamed(event.name));
      if (event.kind === 'moved' && !editing.unsaved) void editing.open(id).catch(() => undefined);
    });
    return () => {
      editing.flush();
      stop();
      dispatch(left());
    };
  }, [id, dispatch]);
  if (missing) return <NoSuchPiece why={missing} />;
  return openedId === id ? <OpenBench id={id} /> : <p className="p-6 text-faint">Opening</p>;
}
