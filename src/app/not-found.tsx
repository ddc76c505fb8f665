import Link from 'next/link';
import { buttonClass } from '@/ui/button';

export default function NotFound() {
  return (
    <section className="max-w-[68ch] space-y-4 pt-8">
      <h1 className="text-head">Nothing is kept under this address</h1>
      <p>The client, look, sequence or run may have been archived, or the address is incomplete.</p>
      <Link href="/" className={buttonClass('main')}>
        Back to Today
      </Link>
    </section>
  );
}
