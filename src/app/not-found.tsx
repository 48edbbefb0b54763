import Link from 'next/link';

export default function NotFound() {
  return (
    <main style={{ padding: 48 }}>
      <h1 style={{ fontSize: 22 }}>There is nothing at this address</h1>
      <p style={{ margin: '8px 0 16px' }}>
        The production may have been deleted. On the desk, what was deleted lies in the bin for 30 days.
      </p>
      <Link href="/">Go to the desk</Link>
    </main>
  );
}
