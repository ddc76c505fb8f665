type Props = { className?: string | undefined; said: string; viewBox: string; markup: string };

/** A body that was drawn as text, in its frame. */
export const Framed = ({ className, said, viewBox, markup }: Props) => (
  <svg
    viewBox={viewBox}
    className={className}
    // Arrows may stand out of the frame of the body.
    overflow="visible"
    role="img"
    aria-label={said}
    preserveAspectRatio="xMidYMax meet"
    dangerouslySetInnerHTML={{ __html: markup }}
  />
);
