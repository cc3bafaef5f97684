/* Runs beside the sound: gathers what the microphone gives and passes it on, so little at a time that a turn is told at once. */
const GATHERED = 512;

class Listen extends AudioWorkletProcessor {
  constructor() {
    super();
    this.samples = new Float32Array(GATHERED);
    this.count = 0;
    this.port.onmessage = ({ data }) => (this.out = data);
  }

  process([[channel]]) {
    for (const sample of channel ?? []) {
      this.samples[this.count++] = sample;
      if (this.count === GATHERED) {
        this.out?.postMessage(this.samples, [this.samples.buffer]);
        this.samples = new Float32Array(GATHERED);
        this.count = 0;
      }
    }
    return true;
  }
}

registerProcessor('listen', Listen);
