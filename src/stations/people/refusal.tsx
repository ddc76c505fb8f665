/** Why something was not done; said aloud, and takes no room while there is nothing. */
export const Refusal = ({ why }: { why: string | null }) => (
  <p role="alert" className="text-small text-stop empty:hidden">
    {why}
  </p>
);
