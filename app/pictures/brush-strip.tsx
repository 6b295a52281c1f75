import { useEffect, useRef, useState } from "react";

interface Props {
  readonly src: string;
  readonly alt: string;
  readonly width: number;
  readonly height: number;
  readonly className?: string;
  /** Painted at once, and not when it comes into sight. */
  readonly eager?: boolean;
}

/** How often a picture that did not come is asked for again, and how long it waits each time, ms. */
const TRIES = 4;
const PAUSE = 1500;

/** A brush's stroke as a picture. Its room is kept while it comes, with a line where the stroke will be; what fails is asked for again. */
export function BrushStrip({ src, alt, width, height, className = "", eager = false }: Props) {
  const picture = useRef<HTMLImageElement>(null);
  const [state, setState] = useState<{ readonly src: string; readonly come: boolean; readonly tries: number }>({
    src,
    come: false,
    tries: 0,
  });
  const now = state.src === src ? state : { src, come: false, tries: 0 };
  // A picture may have come before the page was alive.
  useEffect(() => {
    if (picture.current?.complete && picture.current.naturalWidth > 0) setState({ src, come: true, tries: 0 });
  }, [src]);
  const again = () => {
    if (now.tries >= TRIES) return;
    setTimeout(() => setState({ src, come: false, tries: now.tries + 1 }), PAUSE);
  };
  return (
    <span className={`relative block ${className}`} style={{ aspectRatio: `${width} / ${height}` }}>
      {!now.come && (
        <span aria-hidden className="absolute inset-x-[6%] top-1/2 h-px bg-line" data-strip="coming">
          {now.tries >= TRIES && <span className="sr-only">The stroke could not be painted.</span>}
        </span>
      )}
      <img
        ref={picture}
        key={`${src} ${now.tries}`}
        src={src}
        alt={alt}
        width={width}
        height={height}
        loading={eager ? "eager" : "lazy"}
        className={`size-full object-contain object-left ${now.come ? "" : "opacity-0"}`}
        onLoad={() => setState({ src, come: true, tries: now.tries })}
        onError={again}
      />
    </span>
  );
}
