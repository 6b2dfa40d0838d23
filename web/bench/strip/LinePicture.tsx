import type { ReactNode } from 'react';

const ink = '#1F2328';
const iron = '#9C3B22';

/** A jar, as it stands in every picture. */
const jar = 'M58 46c-6-3-9-9-9-14s4-9 6-11v-5h12v5c2 2 6 6 6 11s-3 11-9 14z';
/** Two letters, an H and an I. */
const letters = 'M20 18h6v9h8v-9h6v26h-6v-11h-8v11h-6zM84 18h7v26h-7z';

const ground = (
  <>
    <rect x={1} y={1} width={110} height={58} fill="#E6E6E2" stroke="#C8C8C2" />
    <path d="M1 46H111V59H1Z" fill="#C8C8C2" />
  </>
);

const pictures: Record<number, ReactNode> = {
  0: (
    <>
      {ground}
      <path d={jar} fill="#2C6E63" />
      <path d="M14 8H98V54H14Z" fill="none" stroke={iron} strokeDasharray="4 3" />
    </>
  ),
  1: (
    <>
      {ground}
      <path d={letters} fill={ink} />
      <path d="M48 14V48" stroke={iron} strokeWidth={2} />
    </>
  ),
  2: (
    <>
      {ground}
      <path d={letters} fill={ink} transform="rotate(-9 56 31)" />
      <path d="M102 18A48 48 0 0 1 104 42" fill="none" stroke={iron} strokeWidth={1.5} />
      <path d="M99 21l3-3 3 4M107 38l-3 4-3-3" fill="none" stroke={iron} strokeWidth={1.5} />
    </>
  ),
  3: (
    <>
      {ground}
      <path d="M20 14h7v10h22v-10h7v30h-7v-13H27v13h-7z" fill={ink} />
      <path d={jar} fill="#2C6E63" stroke="#F6F6F3" />
      <circle cx={50} cy={28} r={4} fill="#F6F6F3" stroke={iron} strokeWidth={1.5} />
    </>
  ),
  4: (
    <>
      {ground}
      <defs>
        <linearGradient id="help-ink" x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" stopColor="#F2D7A0" />
          <stop offset="1" stopColor="#7A3B22" />
        </linearGradient>
      </defs>
      <path d="M10 10H102V52H10Z" fill={ink} />
      <path d={letters} fill="url(#help-ink)" />
    </>
  ),
  5: (
    <>
      {ground}
      <path d={letters} fill="#F6F6F3" stroke={iron} strokeWidth={5} paintOrder="stroke" strokeLinejoin="round" />
    </>
  ),
  9: (
    <>
      {ground}
      <path d="M1 1H111V59H1Z" fill={ink} opacity={0.45} />
      <path d={letters} fill="#F2D7A0" />
      <path d={jar} fill="#2C6E63" />
    </>
  ),
};

/** What a line of the ticket does, drawn. */
export const LinePicture = ({ line }: { line: number }) => (
  <svg viewBox="0 0 112 60" className="h-[60px] w-28 shrink-0" aria-hidden>
    {pictures[line]}
  </svg>
);
