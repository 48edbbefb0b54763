import { AudioSample, AudioSampleSource, BufferTarget, Output, WavOutputFormat } from 'mediabunny';

/** A sound as a WAV file (RIFF), 24 bits a sample. @param channels samples, -1 to 1, as long as one another */
export async function wavOf(channels: readonly Float32Array[], sampleRate: number): Promise<Uint8Array> {
  const target = new BufferTarget();
  const output = new Output({ format: new WavOutputFormat(), target });
  const source = new AudioSampleSource({ codec: 'pcm-s24' });
  output.addAudioTrack(source);
  await output.start();
  const count = channels[0]?.length ?? 0;
  const data = new Float32Array(count * channels.length);
  channels.forEach((channel, i) => data.set(channel, i * count));
  const sample = new AudioSample({ data, format: 'f32-planar', numberOfChannels: channels.length, sampleRate, timestamp: 0 });
  await source.add(sample);
  sample.close();
  await output.finalize();
  if (!target.buffer) throw new Error('The sound came out empty.');
  return new Uint8Array(target.buffer);
}
