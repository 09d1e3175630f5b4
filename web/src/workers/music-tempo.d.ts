declare module "music-tempo" {
  /** Beats of sound at 44,100 samples a second, found by following where notes begin. */
  export default class MusicTempo {
    constructor(samples: Float32Array);
    /** Seconds at which something begins, and at which the beats fall. */
    readonly events: readonly number[];
    readonly beats: readonly number[];
  }
}
