import { useEffect, useState } from 'react';
import { SHIPPED_FONTS } from '@/core/outline/shipped-fonts';
import type { UploadedFont } from '@/core/production/listing';
import type { FontRef } from '@/core/outline/font-ref';
import { api } from '@/parts/api';

export interface FontChoice {
  ref: FontRef;
  label: string;
  /** CSS family under which the page knows it. */
  family: string;
}

const familyOf = ({ source, id }: FontRef) => `ironsky-${source}-${id.slice(0, 40)}`;
const loaded = new Set<string>();

/** Makes a font known to the page, so that its name can be shown in its own shapes. */
function showInPage(ref: FontRef): void {
  const family = familyOf(ref);
  if (loaded.has(family)) return;
  loaded.add(family);
  const face = new FontFace(family, `url(/api/fonts/${ref.source}/${ref.id}/0)`);
  document.fonts.add(face);
  // A font the browser will not show is still one we can build from; its name then stands in the text face.
  face.load().catch(() => undefined);
}

const choice = (ref: FontRef, label: string): FontChoice => ({ ref, label, family: familyOf(ref) });

const listUploaded = async () => (await api<{ fonts: UploadedFont[] }>('/api/fonts')).fonts;

/** Every font there is: those that ship, then those uploaded. */
export function useFonts(): { fonts: FontChoice[]; upload: (file: File) => Promise<FontRef> } {
  const [uploaded, setUploaded] = useState<UploadedFont[]>([]);
  useEffect(() => {
    listUploaded().then(setUploaded, () => undefined);
  }, []);
  const fonts = [
    ...SHIPPED_FONTS.map(({ id, label }) => choice({ source: 'shipped', id }, label)),
    ...uploaded.map(({ id, name }) => choice({ source: 'uploaded', id }, name)),
  ];
  useEffect(() => {
    for (const { ref } of fonts) showInPage(ref);
  });
  const upload = async (file: File): Promise<FontRef> => {
    const { id } = await api<UploadedFont>(`/api/fonts?name=${encodeURIComponent(file.name)}`, { method: 'POST', body: file });
    setUploaded(await listUploaded());
    return { source: 'uploaded', id };
  };
  return { fonts, upload };
}
