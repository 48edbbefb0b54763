import type { PictureRef } from '@/core/frame/frame-state';
import { LightPicture, type DecodedPicture } from '@/picture/light-picture';
import type { PictureSource } from '@/picture/picture-source';
import { PictureFileError, type PictureFile } from './opened';
import { openPicture } from './picture-file';

/** What decoded frames may take, bytes: some seconds of a film in high definition. */
const MAX_BYTES = 400_000_000;

const nameOf = ({ hash, frame }: PictureRef) => `${hash} ${frame}`;
const bytesOf = (picture: DecodedPicture) => (picture instanceof LightPicture ? 8 : 4) * picture.width * picture.height;

async function fromServer(hash: string): Promise<Blob> {
  const response = await fetch(`/api/media/picture/${hash}`);
  if (!response.ok)
    throw new PictureFileError(
      response.status === 404 ? 'The file of a picture is not here any more. Choose it again.' : 'A picture could not be loaded.',
    );
  return response.blob();
}

/** Pictures that are asked for, decoded: as many as fit, the last ones used stay. */
export class PictureKeeper implements PictureSource {
  private readonly files = new Map<string, Promise<PictureFile>>();
  private readonly decoded = new Map<string, DecodedPicture>();
  private readonly underWay = new Map<string, Promise<void>>();
  private needed = new Set<string>();
  private bytes = 0;

  /**
   * @param tell told when a picture has come, or why it will not
   * @param load where files come from
   */
  constructor(
    private readonly tell: (trouble: string | null) => void,
    private readonly load: (hash: string) => Promise<Blob> = fromServer,
  ) {}

  need(refs: readonly PictureRef[]): void {
    this.needed = new Set(refs.map(nameOf));
  }

  /** A decoded frame; null where it is not at hand, which is then seen to. */
  get(ref: PictureRef): DecodedPicture | null {
    const known = this.decoded.get(nameOf(ref));
    if (!known) {
      if (!this.underWay.has(nameOf(ref)))
        this.decode(ref).then(
          () => this.tell(null),
          (error) => this.tell(wordsOf(error)),
        );
      return null;
    }
    this.decoded.delete(nameOf(ref));
    this.decoded.set(nameOf(ref), known);
    return known;
  }

  /** Resolves when all of some pictures are at hand; rejects in words where one cannot be. */
  async whenReady(refs: readonly PictureRef[]): Promise<void> {
    this.need(refs);
    for (const ref of refs)
      await this.decode(ref).catch((error) => {
        throw new Error(wordsOf(error));
      });
  }

  dispose(): void {
    for (const picture of this.decoded.values()) picture.close();
    this.decoded.clear();
    for (const file of this.files.values()) void file.then((open) => open.close()).catch(() => undefined);
    this.files.clear();
  }

  private decode(ref: PictureRef): Promise<void> {
    const name = nameOf(ref);
    if (this.decoded.has(name)) return Promise.resolve();
    let made = this.underWay.get(name);
    if (!made) {
      made = this.fileOf(ref.hash)
        .then((file) => file.frame(ref.frame))
        .then((picture) => this.keep(name, picture))
        .finally(() => this.underWay.delete(name));
      this.underWay.set(name, made);
    }
    return made;
  }

  private fileOf(hash: string): Promise<PictureFile> {
    let file = this.files.get(hash);
    if (!file) {
      file = this.load(hash).then(openPicture);
      // One that could not be loaded is tried again.
      file.catch(() => this.files.delete(hash));
      this.files.set(hash, file);
    }
    return file;
  }

  private keep(name: string, picture: DecodedPicture): void {
    this.bytes += bytesOf(picture);
    this.decoded.set(name, picture);
    for (const [oldest, old] of this.decoded) {
      if (this.bytes <= MAX_BYTES) break;
      if (oldest === name || this.needed.has(oldest)) continue;
      this.bytes -= bytesOf(old);
      old.close();
      this.decoded.delete(oldest);
    }
  }
}

const wordsOf = (error: unknown): string => (error instanceof PictureFileError ? error.message : 'A picture could not be decoded.');
