import { fetchFile } from './api';
import { handOver } from './download';

/** Hands a production to the person as a file, as it was saved last. Throws in words when it cannot be had. */
export async function saveProductionFile(id: string): Promise<void> {
  const { name, file } = await fetchFile(`/api/productions/${id}/file`);
  handOver(file, name);
}
