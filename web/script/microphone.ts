import { writeWav } from '#core/speech/wav';
import { soundOf } from '../player.ts';

/** The stand-in for machines without a microphone: it says the line with its draft voice into the recorder. */
export const SIMULATED = 'simulated';

export interface Device {
  readonly id: string;
  readonly name: string;
}

const RATE = 48_000;
/** A voice recording is at most an hour (architecture.md, Media). */
export const LONGEST_SECONDS = 3600;
/** Below this level (share of full scale) for two seconds, nothing is heard. */
const SILENT = 0.003;
const SILENT_SECONDS = 2;
const CLIPPED = 0.985;

/** Microphones of this machine, the simulated one last. Their names are known once one was opened. */
export async function devices(): Promise<Device[]> {
  const found = await navigator.mediaDevices?.enumerateDevices().catch(() => []);
  const inputs = (found ?? []).filter(({ kind, deviceId }) => kind === 'audioinput' && deviceId !== 'communications');
  return [...inputs.map(({ deviceId, label }, n) => ({ id: deviceId || 'default', name: label || `Microphone ${n + 1}` })), { id: SIMULATED, name: 'Simulated microphone' }];
}

/** An open microphone: its level at any time, and what it hears between `start` and `stop`. */
export class Microphone {
  /** Highest level of the last block, 0..1, and of the recording so far. */
  level = 0;
  peak = 0;
  clipped = false;
  /** Seconds recorded. */
  seconds = 0;
  private quiet = 0;
  private recording = false;
  private blocks: Float32Array[] = [];
  private readonly context: AudioContext;
  private readonly stream: MediaStream;
  private simulate: (() => void) | undefined;

  private constructor(context: AudioContext, stream: MediaStream) {
    this.context = context;
    this.stream = stream;
  }

  /**
   * Opens a microphone without the browser's own noise suppression, levelling or echo removal: a recording is kept as it was.
   * `draft` gives what the simulated one says when a recording starts. Fails with a sentence that tells what to do.
   */
  static async open(device: string, draft: () => { media: string; from: number; length: number } | undefined = () => undefined): Promise<Microphone> {
    const context = new AudioContext({ sampleRate: RATE });
    await context.resume();
    await context.audioWorklet.addModule('/recorder.worklet.js');
    let stream: MediaStream;
    let simulate: (() => void) | undefined;
    if (device === SIMULATED) {
      const out = context.createMediaStreamDestination();
      stream = out.stream;
      hiss(context).connect(out);
      simulate = () => {
        const said = draft();
        if (!said) return;
        void soundOf(said.media).then((buffer) => {
          const source = context.createBufferSource();
          source.buffer = buffer;
          source.connect(out);
          source.start(context.currentTime + 0.35, said.from / RATE, said.length / RATE);
        });
      };
    } else {
      try {
        stream = await navigator.mediaDevices.getUserMedia({
          audio: { ...(device && device !== 'default' ? { deviceId: { exact: device } } : {}), echoCancellation: false, noiseSuppression: false, autoGainControl: false },
        });
      } catch (thrown) {
        await context.close();
        const name = (thrown as { name?: string }).name;
        throw new Error(
          name === 'NotAllowedError'
            ? 'The browser does not let Kipzo use the microphone. Allow it beside the address, then try again.'
            : 'No microphone was found. Plug one in, or choose the simulated microphone to try recording.',
        );
      }
    }
    const microphone = new Microphone(context, stream);
    microphone.simulate = simulate;
    const node = new AudioWorkletNode(context, 'kipzo-recorder', { numberOfInputs: 1, numberOfOutputs: 0 });
    node.port.onmessage = ({ data }: MessageEvent<Float32Array>) => microphone.hear(data);
    context.createMediaStreamSource(stream).connect(node);
    return microphone;
  }

  private hear(block: Float32Array): void {
    let peak = 0;
    let run = 0;
    for (const value of block) {
      const level = Math.abs(value);
      if (level > peak) peak = level;
      run = level >= CLIPPED ? run + 1 : 0;
      if (run >= 3 && this.recording) this.clipped = true;
    }
    this.level = peak;
    this.quiet = peak < SILENT ? this.quiet + block.length / RATE : 0;
    if (!this.recording) return;
    this.peak = Math.max(this.peak, peak);
    this.blocks.push(block);
    this.seconds += block.length / RATE;
  }

  /** Nothing has been heard for two seconds. */
  get silent(): boolean {
    return this.quiet >= SILENT_SECONDS;
  }

  start(): void {
    this.blocks = [];
    this.seconds = 0;
    this.peak = 0;
    this.clipped = false;
    this.quiet = 0;
    this.recording = true;
    this.simulate?.();
  }

  /** Ends the recording; gives it as a file. */
  stop(name: string): File {
    this.recording = false;
    const samples = new Float32Array(this.blocks.reduce((sum, block) => sum + block.length, 0));
    let at = 0;
    for (const block of this.blocks) {
      samples.set(block, at);
      at += block.length;
    }
    this.blocks = [];
    return new File([writeWav({ rate: RATE, channels: [samples] }) as BlobPart], `${name}.wav`, { type: 'audio/wav' });
  }

  close(): void {
    this.recording = false;
    for (const track of this.stream.getTracks()) track.stop();
    void this.context.close();
  }

  /** A short click of the count-in. */
  click(high: boolean): void {
    const osc = this.context.createOscillator();
    const gain = this.context.createGain();
    osc.frequency.value = high ? 1320 : 880;
    gain.gain.setValueAtTime(0.12, this.context.currentTime);
    gain.gain.exponentialRampToValueAtTime(0.0001, this.context.currentTime + 0.08);
    osc.connect(gain).connect(this.context.destination);
    osc.start();
    osc.stop(this.context.currentTime + 0.09);
  }
}

/** The faint noise of a room. */
function hiss(context: AudioContext): AudioNode {
  const buffer = context.createBuffer(1, RATE * 2, RATE);
  const samples = buffer.getChannelData(0);
  for (let n = 0; n < samples.length; n++) samples[n] = (Math.random() * 2 - 1) * 0.0012;
  const source = context.createBufferSource();
  source.buffer = buffer;
  source.loop = true;
  source.start();
  return source;
}
