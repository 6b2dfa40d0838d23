import { useEffect, useState } from 'react';
import { featureName } from '../../core/type/featureNames';
import { scriptName } from '../../core/type/scripts';
import { familyOf, loadFace, type StoredFace } from '../api/faces';
import { measureNames } from './measures';

interface FaceEntryProps {
  face: StoredFace;
  words: string;
  open: boolean;
  onOpen(): void;
  onRemove(): void;
}

/** One face of the type case: a word set in it, its measures, and unfolded all that is known of it. */
export function FaceEntry({ face, words, open, onOpen, onRemove }: FaceEntryProps) {
  const { facts, name, sha256 } = face;
  const [state, setState] = useState<'loading' | 'ready' | 'failed'>('loading');
  const [axes, setAxes] = useState<Record<string, number>>({});
  useEffect(() => {
    let current = true;
    loadFace({ sha256 }).then(
      () => current && setState('ready'),
      () => current && setState('failed'),
    );
    return () => {
      current = false;
    };
  }, [sha256]);
  const variation = facts.axes.map(({ tag, standard }) => `"${tag}" ${axes[tag] ?? standard}`).join(', ') || 'normal';
  return (
    <li id={`face-${sha256}`} className={`border-b border-rule ${open ? 'bg-white' : ''}`} data-testid="face">
      <button className="block w-full px-3 pb-1 pt-2 text-left" aria-expanded={open} onClick={onOpen}>
        <span
          className="block overflow-hidden whitespace-nowrap text-[44px] leading-[60px]"
          style={{
            fontFamily: familyOf(face),
            fontVariationSettings: variation,
            opacity: state === 'ready' ? 1 : 0.15,
          }}
        >
          {words}
        </span>
        <span className="flex items-baseline gap-3">
          <b className={open ? 'text-iron' : ''}>{name}</b>
          <span className="text-faint">
            {facts.scripts.map(scriptName).join(', ')}
            {facts.axes.length > 0 && `; variable: ${facts.axes.map((axis) => axis.name).join(', ')}`}
            {!face.shipped && '; yours'}
            {state === 'failed' && '; cannot be shown by this browser'}
          </span>
        </span>
      </button>
      <div className="grid grid-cols-5 gap-3 px-3 pb-2">
        {measureNames.map(({ key, title, explains, full }) => {
          const value = facts.measures?.[key];
          return (
            <div key={key} title={`${title}: ${explains}`}>
              <div className="flex justify-between text-[12px]">
                <span className="truncate text-faint">{title}</span>
                <span>{value === undefined ? '–' : `${Math.round(value * 100)} %`}</span>
              </div>
              <div className="h-1 bg-desk">
                <div
                  className="h-full bg-verdigris"
                  style={{ width: `${Math.min(100, ((value ?? 0) / full) * 100)}%` }}
                />
              </div>
            </div>
          );
        })}
      </div>
      {open && (
        <div className="flex flex-col gap-2 px-3 pb-3">
          {facts.axes.map((axis) => (
            <label key={axis.tag} className="flex items-center gap-3">
              <span className="w-28">{axis.name}</span>
              <input
                type="range"
                className="grow"
                min={axis.min}
                max={axis.max}
                step={(axis.max - axis.min) / 200}
                value={axes[axis.tag] ?? axis.standard}
                onChange={(event) => setAxes({ ...axes, [axis.tag]: Number(event.target.value) })}
              />
              <span className="w-14 text-right font-semibold">{Math.round(axes[axis.tag] ?? axis.standard)}</span>
            </label>
          ))}
          <p>
            {facts.letters} letters.{' '}
            {facts.features.length > 0 && `Features: ${facts.features.map(featureName).join(', ')}.`}
          </p>
          <p className="text-faint">
            {facts.copyright}{' '}
            {facts.licence ||
              (facts.licenceAddress === '' &&
                'The file names no licence: check where it came from before printing.')}{' '}
            {facts.licenceAddress}
          </p>
          {!face.shipped && (
            <button className="plain-button self-start" onClick={onRemove}>
              Remove from the type case
            </button>
          )}
        </div>
      )}
    </li>
  );
}
