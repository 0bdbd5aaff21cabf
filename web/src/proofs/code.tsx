import qrcode from "qrcode-generator";

const QUIET = 4;

/** A text as a picture that a camera reads (ISO/IEC 18004), dark on light by day and by night. */
export function Code({ text }: { text: string }) {
  const code = qrcode(0, "M");
  code.addData(text);
  code.make();
  const size = code.getModuleCount();
  let path = "";
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) if (code.isDark(y, x)) path += `M${x + QUIET} ${y + QUIET}h1v1h-1z`;
  const all = size + 2 * QUIET;
  return (
    <svg
      role="img"
      aria-label="The key as a picture, for the camera of another phone"
      viewBox={`0 0 ${all} ${all}`}
      className="mx-5 size-56"
      shapeRendering="crispEdges"
    >
      <rect width={all} height={all} fill="#fff" />
      <path d={path} fill="#000" />
    </svg>
  );
}
