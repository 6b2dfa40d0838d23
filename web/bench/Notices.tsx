import { useNavigate } from 'react-router';
import { api, ask } from '../api/client';
import { useAppDispatch, useAppSelector } from '../store';
import { Problem } from '../ui/Problem';
import { looked } from './benchState';
import { editing, tabId } from './editing';

/** What went wrong, and what another tab is doing. */
export function Notices({ id }: { id: string }) {
  const { problem, role, saving, piece } = useAppSelector(({ bench }) => bench);
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const takeOver = async (): Promise<void> => {
    await ask(api.pieces[':id'].takeover.$post({ param: { id }, json: { tab: tabId } }));
    await editing.open(id);
  };
  const keepMine = async (): Promise<void> => {
    const made = await ask(
      api.pieces.copy.$post({ json: { piece: { ...piece!, name: `${piece!.name} (mine)`.slice(0, 200) } } }),
    );
    void navigate(`/piece/${made.id}`);
  };
  const refused = saving.state === 'refused' ? saving.message : null;
  if (!problem && role === 'working' && !refused) return null;
  return (
    <div className="flex flex-col gap-1 border-b border-rule bg-desk px-3 py-1.5">
      {problem && <Problem onDismiss={() => dispatch(looked({ problem: null }))}>{problem}</Problem>}
      {refused ? (
        <Problem>
          {refused} What you see here is not saved.{' '}
          <button className="plain-button ml-2" onClick={() => void keepMine()}>
            Keep mine as a new piece
          </button>{' '}
          <button className="plain-button" onClick={() => void takeOver()}>
            Show what is saved
          </button>
        </Problem>
      ) : (
        role === 'watching' && (
          <Problem>
            This piece is open in another tab, which works on it. Here you can look; changes made there show up by
            themselves.{' '}
            <button className="plain-button ml-2" onClick={() => void takeOver()}>
              Work here instead
            </button>
          </Problem>
        )
      )}
      {role === 'looking' && <Problem>This key may look only: what you see cannot be changed here.</Problem>}
    </div>
  );
}
