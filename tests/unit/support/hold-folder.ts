import { lockFolder } from '@/server/folder-lock';

/** Takes a data folder, says so, and keeps it until it is killed. */
lockFolder(process.argv[2] as string, () => process.exit(1)).then(
  () => console.log('held'),
  (error: Error) => {
    console.log(`refused: ${error.message}`);
    process.exit(1);
  },
);
// Alive as long as whoever started it, as a server is.
process.stdin.resume();
