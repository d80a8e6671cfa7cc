import sharp from "sharp";

/** A drawn stand-in for a field photo: an isolator box with a rust run under a cable entry from above. */
export async function isolatorPicture(): Promise<Buffer> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="1200" height="900">
    <rect width="1200" height="900" fill="#c9bfae"/>
    ${Array.from({ length: 9 }, (_, k) => `<rect y="${k * 100}" width="1200" height="3" fill="#b3a893"/>`).join("")}
    <rect x="590" y="0" width="26" height="250" fill="#2b2b2b"/><rect x="640" y="0" width="26" height="250" fill="#2b2b2b"/>
    <rect x="400" y="240" width="430" height="500" rx="24" fill="#d9dde0" stroke="#8c9399" stroke-width="6"/>
    <rect x="570" y="232" width="116" height="34" rx="10" fill="#55585b"/>
    <path d="M600 266 C 596 360, 622 430, 604 560 C 598 640, 616 690, 608 738 L 640 738 C 636 660, 648 560, 634 470 C 626 390, 640 330, 634 266 Z" fill="#9a4f22" opacity="0.8"/>
    <circle cx="615" cy="500" r="92" fill="#3a3d40"/><rect x="598" y="412" width="34" height="176" rx="12" fill="#c2342d"/>
    <rect x="520" y="738" width="26" height="162" fill="#2b2b2b"/><rect x="690" y="738" width="26" height="162" fill="#2b2b2b"/>
  </svg>`;
  return sharp(Buffer.from(svg)).jpeg({ quality: 85 }).toBuffer();
}
