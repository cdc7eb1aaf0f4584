import { Camera, Captions, Eye, Footprints, Hand, Music, Smile } from 'lucide-react';
import type { ReactNode } from 'react';

const Lips = ({ size = 16 }: { size?: number }) => (
  <svg width={size} height={size} viewBox="0 0 20 20" fill="none" stroke="currentColor" strokeWidth="1.6" strokeLinecap="round" aria-hidden="true">
    <path d="M3 10c3-4 5-4 7-2.6C12 6 14 6 17 10c-3 4.6-11 4.6-14 0z" />
    <path d="M3.5 10h13" />
  </svg>
);

/** Signs of cues, by their kind. */
export const KIND_ICONS: Readonly<Record<string, ReactNode>> = {
  gesture: <Hand size={15} strokeWidth={1.6} />,
  face: <Smile size={15} strokeWidth={1.6} />,
  look: <Eye size={15} strokeWidth={1.6} />,
  move: <Footprints size={15} strokeWidth={1.6} />,
  mouth: <Lips />,
  camera: <Camera size={15} strokeWidth={1.6} />,
  sound: <Music size={15} strokeWidth={1.6} />,
  caption: <Captions size={15} strokeWidth={1.6} />,
};
