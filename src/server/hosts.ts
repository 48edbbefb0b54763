const LOCAL_HOSTS = ['127.0.0.1', 'localhost', '[::1]'];

/**
 * Whether this server answers under a name: its own, or one that was allowed by IRONSKY_HOSTS (names parted by commas).
 * A foreign name that was made to point here (DNS rebinding) is not answered.
 * @param host value of the Host header, with or without a port
 */
export function isOwnHost(host: string | null): boolean {
  const name = (host ?? '').replace(/:\d+$/, '').toLowerCase();
  return [...LOCAL_HOSTS, ...(process.env.IRONSKY_HOSTS ?? '').toLowerCase().split(',').filter(Boolean)].includes(name);
}
