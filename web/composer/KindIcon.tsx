import type { Layer } from '#core/document/schema';
import { LAYER_ENTRIES } from '#core/stage/layers/index';

/** The mark of a kind, from its own file. */
export const KindIcon = ({ kind, size = 15 }: { kind: Layer['kind']; size?: number }) => (
  <svg
    width={size}
    height={size}
    viewBox="0 0 24 24"
    fill="none"
    stroke="currentColor"
    strokeWidth={1.7}
    strokeLinecap="round"
    strokeLinejoin="round"
    className="shrink-0 text-ink-2"
    aria-hidden="true"
  >
    <path d={LAYER_ENTRIES[kind].icon} />
  </svg>
);
