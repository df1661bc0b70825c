/* global AudioWorkletProcessor, registerProcessor */
// Runs beside the page, on the thread of the sound: hands on what the microphone hears, piece by piece.
class Microphone extends AudioWorkletProcessor {
  process([[samples]]) {
    if (samples) this.port.postMessage(samples.slice());
    return true;
  }
}
registerProcessor('microphone', Microphone);
