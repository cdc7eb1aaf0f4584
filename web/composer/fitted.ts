const FONT = '500 11.5px "Instrument Sans Variable"';
/** Pixels of a letter where nothing can be measured. */
const LETTER = 6.1;

let measure: CanvasRenderingContext2D | null | undefined;
const widths = new Map<string, number>();

function widthOf(text: string): number {
  let width = widths.get(text);
  if (width === undefined) {
    measure ??= document.createElement('canvas').getContext('2d');
    if (measure) measure.font = FONT;
    width = measure ? measure.measureText(text).width : text.length * LETTER;
    widths.set(text, width);
  }
  return width;
}

/**
 * A label of a bar cut to so many pixels, with an ellipsis; nothing where no letter fits. Cut here, not by the style sheet: each
 * box that hides what overflows is a layer of its own for the browser.
 */
export function fitted(text: string, room: number): string {
  if (widthOf(text) <= room) return text;
  const letters = Math.floor(((room - LETTER) / widthOf(text)) * text.length);
  return letters < 1 ? '' : `${text.slice(0, letters).trimEnd()}…`;
}
