// Sends what a microphone hears to the page, a block of 1024 samples at a time.
class Recorder extends AudioWorkletProcessor {
  constructor() {
    super();
    this.block = new Float32Array(1024);
    this.at = 0;
  }
  process([input]) {
    const channel = input[0];
    if (!channel) return true;
    for (let n = 0; n < channel.length; n++) {
      this.block[this.at++] = channel[n];
      if (this.at === this.block.length) {
        this.port.postMessage(this.block.slice());
        this.at = 0;
      }
    }
    return true;
  }
}
registerProcessor('kipzo-recorder', Recorder);
