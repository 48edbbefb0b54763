import { sayReady } from './worker-port';
import { PictureDesk } from './picture-desk';
import type { FromPicture, ToPicture } from './picture-messages';

const scope = self as unknown as DedicatedWorkerGlobalScope;
const desk = new PictureDesk((message: FromPicture, transfer: Transferable[] = []) => scope.postMessage(message, transfer));

scope.onmessage = ({ data }: MessageEvent<ToPicture>) => desk.receive(data);
sayReady(scope);
