import type { SmallTable } from '../../document/table.ts';
import type { SpeakerTone } from '../../document/tones.ts';
import type { Node } from '../../draw/picture.ts';
import type { Fonts } from '../../draw/text.ts';

/** What a chart is drawn from. */
export interface ChartInput {
  readonly title: string;
  readonly table: SmallTable;
  readonly fonts: Fonts;
  readonly tone: SpeakerTone;
  /** Milliseconds since a row was said; negative while it was not. */
  since(row: number): number;
  /** Milliseconds since the title came. */
  readonly ms: number;
  readonly width: number;
  readonly height: number;
}

/** A kind of chart: one function, one line in index.ts. It draws inside its sheet, origin at the sheet's middle. */
export interface ChartForm {
  readonly id: string;
  readonly name: string;
  readonly use: string;
  /** Rows that it can show. */
  readonly most: number;
  /** A table to begin with. */
  readonly sample: string;
  draw(input: ChartInput): readonly Node[];
}
