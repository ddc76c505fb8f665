import Link from 'next/link';
import { buttonClass } from '@/ui/button';

export default function Forbidden() {
  return (
    <section className="max-w-[68ch] space-y-4 pt-8">
      <h1 className="text-head">This is not for your account</h1>
      <p>
        An assistant coaches the sequences that are given for the day; accounts and the log are the owner’s.
        Ask whoever gave you the account.
      </p>
      <Link href="/" className={buttonClass('main')}>
        Back to Today
      </Link>
    </section>
  );
}
