import { smooth } from '../../time/easing.ts';
import type { Entrance } from './entrance.ts';

export const fade: Entrance = { id: 'fade', label: 'Fade', icon: 'M4 20h16M6 16h12M8 12h8M10 8h4', fields: [], at: (share) => ({ alpha: smooth(share) }) };
