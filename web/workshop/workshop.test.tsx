import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Document, OwnPicture, PictureActor, PictureFace } from '#core/document/schema';
import { cellOf, newActor, overFace } from '#core/picture/newActor';
import { sampleDocument } from '#core/testing/samples';
import { PictureClient } from './client.ts';
import { MouthShelf, mouthOf } from './MouthShelf.tsx';
import { browsAbove, marksOf, tiltPin } from './marks.ts';
import { PictureShelf, usesOf } from './PictureShelf.tsx';

afterEach(cleanup);

const faceAt = (x: number, y: number): PictureFace => ({
  left: { x: x - 0.05, y, halfWidth: 0.02, halfHeight: 0.02 },
  right: { x: x + 0.05, y, halfWidth: 0.02, halfHeight: 0.02 },
  mouth: [
    [x - 0.04, y + 0.1],
    [x, y + 0.11],
    [x + 0.04, y + 0.1],
  ],
  chin: [x, y + 0.2],
  tiltDeg: 0,
  facing: 0,
});

describe('marks of a face', () => {
  it('are moved one at a time, by name, and leave the others', () => {
    const face = faceAt(0.5, 0.4);
    const marks = marksOf(face, 1.5);
    const of = (id: string) => marks.find((mark) => mark.id === id) as (typeof marks)[number];
    expect(of('mouth 0').moved(0.3, 0.6)).toEqual({ ...face, mouth: [[0.3, 0.6], face.mouth[1], face.mouth[2]] });
    expect(of('chin').moved(0.6, 0.7).chin).toEqual([0.6, 0.7]);
    expect(of('left middle').moved(0.1, 0.2).left).toEqual({ ...face.left, x: 0.1, y: 0.2 });
    expect(of('right width').moved(0.65, 0).right.halfWidth).toBeCloseTo(0.1, 9);
    expect(of('right height').moved(0, 0.4).right.halfHeight).toBeGreaterThan(0);
    expect(new Set(marks.map(({ name }) => name)).size).toBe(marks.length);
    expect(marks.some(({ tool }) => tool === 'brows')).toBe(false);
    expect(marksOf({ ...face, brows: browsAbove(face) }, 1.5).filter(({ tool }) => tool === 'brows')).toHaveLength(6);
  });
  it('lean by the pin above them, as it is seen', () => {
    const face = faceAt(0.5, 0.4);
    const [x, y] = tiltPin(face, 2);
    expect([x, y < 0.4]).toEqual([0.5, true]);
    const tilt = marksOf(face, 2).find(({ id }) => id === 'tilt') as ReturnType<typeof marksOf>[number];
    // As far aside as above, in pixels, is an eighth of a turn.
    expect(tilt.moved(0.5 + 0.1, 0.4 - 0.2).tiltDeg).toBe(45);
    expect(tiltPin({ ...face, tiltDeg: 30 }, 2)[0]).toBeGreaterThan(0.5);
  });
  it('of brows lie over their eyes, inner ends towards the middle', () => {
    const { left, right } = browsAbove(faceAt(0.5, 0.4));
    expect(left[0][0]).toBeGreaterThan(left[2][0]);
    expect(right[0][0]).toBeLessThan(right[2][0]);
    expect(Math.max(...left.map(([, y]) => y))).toBeLessThan(0.4);
  });
});

describe('who is found in a picture', () => {
  it('is looked for on its own side of the others', () => {
    const [a, b] = [faceAt(0.25, 0.4), faceAt(0.75, 0.4)];
    const cell = cellOf(a, [b], 1.5);
    const [left, right] = [Math.min(...cell.map(([x]) => x)), Math.max(...cell.map(([x]) => x))];
    expect(left).toBeLessThan(0.01);
    expect(right).toBeCloseTo(0.5, 3);
    expect(newActor('Pip', a, [b], 1.5)).toMatchObject({ name: 'Pip', lifted: true, strokes: [overFace(a)], lasso: cell, face: a, character: null });
    expect(overFace(a).points.every(([x, y]) => x > a.left.x - 0.03 && x < a.right.x + 0.03 && y >= a.left.y && y < a.chin[1])).toBe(true);
    expect(newActor('Pip', a)).not.toHaveProperty('lasso');
    expect(newActor('Pip', undefined)).not.toHaveProperty('face');
  });
  it('has a side of its own among several', () => {
    const faces = [faceAt(0.2, 0.3), faceAt(0.5, 0.35), faceAt(0.8, 0.3)];
    const inside = (cell: readonly (readonly [number, number])[], x: number, y: number): boolean => {
      let odd = false;
      cell.forEach(([ax, ay], n) => {
        const [bx, by] = cell[(n + 1) % cell.length] as readonly [number, number];
        if (ay > y !== by > y && x < ax + ((y - ay) / (by - ay)) * (bx - ax)) odd = !odd;
      });
      return odd;
    };
    for (const face of faces) {
      const cell = cellOf(
        face,
        faces.filter((other) => other !== face),
        1.5,
      );
      for (const other of faces) expect(inside(cell, other.chin[0], other.chin[1] + 0.3)).toBe(other === face);
    }
  });
});

const ACTOR: PictureActor = { order: 'a0', name: 'Pip', lifted: true, strokes: [], mends: [], character: null };
const PICTURE: OwnPicture = { order: 'a0', name: 'Page', media: 'a'.repeat(64), width: 100, height: 80, actors: { ac_000000000001: ACTOR } };
function withPictures(pictures: Record<string, OwnPicture>): Document {
  const { document } = sampleDocument();
  return { ...document, production: { ...document.production, pictures } };
}

describe('the shelf', () => {
  it('tells what a picture is used for', () => {
    const { document } = sampleDocument();
    const [character] = Object.keys(document.characters) as [string];
    const used = { ...PICTURE, actors: { ac_000000000001: { ...ACTOR, character } } };
    expect(usesOf(document, PICTURE)).toEqual([]);
    expect(usesOf(document, used)).toEqual([`${document.characters[character]?.name} in the cast`]);
    const [scene] = Object.values(document.scenes) as [Document['scenes'][string]];
    const shown = {
      ...document,
      scenes: { [scene.id]: { ...scene, backdrop: { kind: 'picture' as const, media: PICTURE.media, width: 100, height: 80, fit: 'fill' as const, name: 'Page' } } },
    };
    expect(usesOf(shown, PICTURE)).toEqual([`Backdrop of ${scene.title}`]);
    const what = { kind: 'picture' as const, media: PICTURE.media, width: 100, height: 80 };
    const hung = { kind: 'set' as const, set: 'study', light: 0.5, pieces: [{ id: 'pc_000000000001', name: 'Page', plane: 'back', x: 0, y: 0, size: 1, what }] };
    expect(usesOf({ ...document, scenes: { [scene.id]: { ...scene, backdrop: hung } } }, PICTURE)).toEqual([`In the backdrop of ${scene.title}`]);
  });
  it('finds pictures by name and by who is in them', () => {
    const names = ['Page', 'Mug', 'Photo', 'Cat', 'Oil'];
    const pictures = Object.fromEntries(names.map((name, n) => [`pi_00000000000${n}`, { ...PICTURE, order: `a${n}`, name, actors: n ? {} : PICTURE.actors }]));
    const onChoose = vi.fn();
    const nothing = (): void => {};
    render(
      <PictureShelf
        document={withPictures(pictures)}
        chosen="pi_000000000001"
        onChoose={onChoose}
        onFiles={nothing}
        onRename={nothing}
        onCredit={nothing}
        onRemove={nothing}
        onReplace={nothing}
        onStage={() => {}}
        onSample={() => {}}
        onBackdrop={nothing}
      />,
    );
    const shown = (): string[] => screen.queryAllByRole('button', { name: /^Open / }).map((button) => button.getAttribute('aria-label') ?? '');
    expect(shown()).toHaveLength(5);
    fireEvent.change(screen.getByLabelText('Find a picture'), { target: { value: 'pip' } });
    expect(shown()).toEqual(['Open Page']);
    fireEvent.click(screen.getByRole('button', { name: 'Open Page' }));
    expect(onChoose).toHaveBeenCalledWith('pi_000000000000');
    fireEvent.change(screen.getByLabelText('Find a picture'), { target: { value: 'walrus' } });
    expect(screen.getByText(/No picture like that/)).toBeTruthy();
  });
  it('takes files by its button', () => {
    const onFiles = vi.fn();
    const nothing = (): void => {};
    const { container } = render(
      <PictureShelf
        document={withPictures({})}
        chosen={undefined}
        onChoose={nothing}
        onFiles={onFiles}
        onRename={nothing}
        onCredit={nothing}
        onRemove={nothing}
        onReplace={nothing}
        onStage={() => {}}
        onSample={() => {}}
        onBackdrop={nothing}
      />,
    );
    const file = new File(['x'], 'moon.png', { type: 'image/png' });
    fireEvent.change(container.querySelector('[data-bring-picture]') as HTMLInputElement, { target: { files: [file] } });
    expect(onFiles).toHaveBeenCalledWith([file]);
  });
});

describe('the mouth chart', () => {
  it('shows all ten shapes in the chosen hand, and changes hands', () => {
    const onStyle = vi.fn();
    render(<MouthShelf client={{} as PictureClient} actor={ACTOR} prepared={undefined} onStyle={onStyle} onSource={() => {}} />);
    expect(screen.getAllByRole('listitem')).toHaveLength(10);
    expect(screen.getByRole('radio', { name: 'Ink line' }).getAttribute('aria-checked')).toBe('true');
    fireEvent.click(screen.getByRole('radio', { name: 'Soft' }));
    expect(onStyle).toHaveBeenCalledWith('soft');
  });
  it('takes what was chosen before what the picture proposes', () => {
    const prepared = { open: 0.6, colours: { lip: '#111111', dark: '#222222', lids: { skin: '#333333', shade: '#444444', line: '#555555' } } } as Parameters<typeof mouthOf>[1];
    expect(mouthOf(ACTOR, prepared)).toMatchObject({ open: 0.6, lip: '#111111', style: 'ink' });
    expect(mouthOf({ ...ACTOR, mouth: { open: 0.9, lip: '#999999' } }, prepared)).toMatchObject({ open: 0.9, lip: '#999999', dark: '#222222' });
  });
});

describe('the picture worker’s other end', () => {
  class FakeWorker {
    static last: FakeWorker;
    readonly sent: { kind: string; call?: number }[] = [];
    onmessage: ((event: { data: unknown }) => void) | undefined;
    onerror: (() => void) | undefined;
    constructor() {
      FakeWorker.last = this;
    }
    postMessage(message: { kind: string; call?: number }): void {
      this.sent.push(message);
    }
    terminate(): void {}
    answer(data: unknown): void {
      this.onmessage?.({ data });
    }
  }
  afterEach(() => vi.unstubAllGlobals());
  it('opens a picture once, hands each answer to its question, and passes on what went wrong', async () => {
    vi.stubGlobal('Worker', FakeWorker);
    const client = new PictureClient();
    const worker = FakeWorker.last;
    const opening = client.open('m1');
    void client.open('m1');
    expect(worker.sent.filter(({ kind }) => kind === 'open')).toHaveLength(1);
    worker.answer({ kind: 'opened', media: 'm1', width: 9, height: 8, cutOut: false });
    expect(await opening).toMatchObject({ width: 9, height: 8 });
    const [first, second] = [client.lift(ACTOR, false), client.lift(ACTOR, true)];
    const calls = worker.sent.filter(({ kind }) => kind === 'lift').map(({ call }) => call);
    worker.answer({ kind: 'answer', call: calls[1], value: { outlines: [], milliseconds: 40 } });
    worker.answer({ kind: 'answer', call: calls[0], value: undefined });
    expect(await first).toBeUndefined();
    expect(await second).toMatchObject({ milliseconds: 40 });
    expect(client.liftings).toEqual([{ coarse: true, milliseconds: 40 }]);
    const colour = client.colour(0.5, 0.5);
    worker.answer({ kind: 'failed', call: worker.sent.at(-1)?.call, sentence: 'Not open yet.' });
    await expect(colour).rejects.toThrow('Not open yet.');
    const lost = client.open('m2');
    worker.answer({ kind: 'failed', call: undefined, media: 'm2', sentence: 'It is not in the store.' });
    await expect(lost).rejects.toThrow('not in the store');
    void client.open('m2').catch(() => {});
    expect(worker.sent.filter(({ kind }) => kind === 'open')).toHaveLength(3);
    client.onProblem = vi.fn();
    worker.answer({ kind: 'failed', call: undefined, sentence: 'It is gone.' });
    expect(client.onProblem).toHaveBeenCalledWith('It is gone.');
  });
  it('looks for faces without a model where there is none, and with it where it answers', async () => {
    vi.stubGlobal('Worker', FakeWorker);
    const client = new PictureClient();
    const pictures = FakeWorker.last;
    const own = faceAt(0.5, 0.4);
    const small = { width: 100, height: 100 };
    const look = async (): Promise<FakeWorker> => {
      pictures.answer({ kind: 'answer', call: pictures.sent.at(-1)?.call, value: { faces: [own], small } });
      await vi.waitFor(() => expect(FakeWorker.last).not.toBe(pictures));
      await vi.waitFor(() => expect(FakeWorker.last.sent.length).toBeGreaterThan(0));
      return FakeWorker.last;
    };
    const first = client.suggest();
    const model = await look();
    model.onerror?.();
    expect(await first).toEqual({ faces: [own], limbs: [] });
    // Another look begins it anew.
    const second = client.suggest();
    pictures.answer({ kind: 'answer', call: pictures.sent.at(-1)?.call, value: { faces: [own], small } });
    await vi.waitFor(() => expect(FakeWorker.last).not.toBe(model));
    const points = Array.from({ length: 468 }, (_, n) => (n === 33 || n === 133 ? [10, 40] : n === 263 || n === 362 ? [30, 40] : [20, 60]));
    await vi.waitFor(() => expect(FakeWorker.last.sent.length).toBe(1));
    FakeWorker.last.answer({ call: FakeWorker.last.sent[0]?.call, faces: [{ points, score: 0.9, yaw: 0 }] });
    expect((await second)?.faces.map(({ left }) => left.x)).toEqual([0.15, own.left.x]);
  });
});
