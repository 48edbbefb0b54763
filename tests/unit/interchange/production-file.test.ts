import { strToU8, unzipSync } from 'fflate';
import { packProduction, ProductionFileError, unpackProduction } from '@/core/interchange/production-file';
import { addModel } from '@/core/production/edits/model-edits';
import { addPanel } from '@/core/production/edits/panel-edits';
import { mediaUsed } from '@/core/production/media-used';
import { readProduction } from '@/core/production/migrate';
import { pictureSchema } from '@/core/production/picture';
import { emptyProduction } from '@/core/production/production';

const [PICTURE, MODEL] = ['a'.repeat(64), 'b'.repeat(64)] as const;

function production() {
  const made = emptyProduction('Everything', { width: 1920, height: 1080, rate: '25', length: 50 });
  addPanel(made, pictureSchema.parse({ hash: PICTURE, name: 'sea.png', holds: 'still', width: 64, height: 32, frames: 1 }));
  addModel(made, { hash: MODEL, name: 'buoy.glb' }, [{ name: 'hull', look: { material: 'matte' } }]);
  return made;
}
const media = () => mediaUsed(production()).map((file) => ({ ...file, bytes: strToU8(`the bytes of ${file.name}`) }));

test('pictures and models travel in the file under their hashes, and come out as they went in', () => {
  const bytes = packProduction({ document: production(), fonts: [], media: media() });
  expect(Object.keys(unzipSync(bytes)).sort()).toEqual([`models/${MODEL}.model`, `pictures/${PICTURE}.picture`, 'production.json']);
  const file = unpackProduction(bytes);
  expect(readProduction(file.document)).toEqual(production());
  expect(file.media).toEqual(media());
  // The same production gives the same file.
  expect(packProduction({ document: production(), fonts: [], media: media() })).toEqual(bytes);
});

test('one that lacks what it names is damaged; one that would be too large to be opened is not written', () => {
  const [picture] = media();
  if (!picture) throw new Error('no picture');
  const bytes = packProduction({ document: production(), fonts: [], media: [picture] });
  expect(unpackProduction(bytes).media.map(({ name }) => name)).toEqual(['sea.png']);
  const huge = { ...picture, bytes: { length: 500_000_000 } as unknown as Uint8Array };
  expect(() => packProduction({ document: production(), fonts: [], media: [huge] })).toThrow(ProductionFileError);
});
