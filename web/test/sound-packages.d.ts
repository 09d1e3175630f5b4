declare module "midifile" {
  interface ReadEvent {
    readonly delta: number;
    readonly type: number;
    readonly subtype: number;
    readonly data?: readonly number[];
    readonly tempo?: number;
    readonly param1?: number;
  }
  export default class MIDIFile {
    constructor(bytes: ArrayBuffer);
    readonly header: { getFormat(): number; getTicksPerBeat(): number };
    getTrackEvents(track: number): ReadEvent[];
  }
}

declare module "wav-decoder" {
  const decoder: {
    decode(
      bytes: ArrayBuffer,
    ): Promise<{ readonly sampleRate: number; readonly channelData: readonly Float32Array[] }>;
  };
  export default decoder;
}
