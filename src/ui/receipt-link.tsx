import { receiptText } from '@/core/client/erasure';
import type { Erasure } from '@/core/client/erasure.schema';

/** Saves the receipt of an erasure as plain text. */
export function ReceiptLink({ erasure }: { erasure: Erasure }) {
  return (
    <a
      className="underline underline-offset-4"
      download={`erased-${erasure.code}.txt`}
      href={`data:text/plain;charset=utf-8,${encodeURIComponent(receiptText(erasure))}`}
    >
      Save the receipt
    </a>
  );
}
