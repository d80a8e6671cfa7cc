import sharp from "sharp";
import { expect, it } from "vitest";
import { checkPicture } from "./wholePicture";

const noise = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: "#777", noise: { type: "gaussian", mean: 120, sigma: 40 } } });

it.each(["jpeg", "progressive", "png", "webp", "tiff"] as const)("tells a whole %s from one that broke off", async (kind) => {
  const picture = noise(300, 200).withMetadata({ orientation: 6 });
  const bytes = new Uint8Array(await (kind === "progressive" ? picture.jpeg({ progressive: true }) : picture.toFormat(kind)).toBuffer());
  expect(checkPicture(bytes)).toBe("whole");
  if (kind === "tiff") return;
  for (const share of [0.1, 0.5, 0.9, 0.99]) expect(checkPicture(bytes.subarray(0, Math.floor(bytes.length * share)))).toBe("truncated");
});

it("isn't misled by a smaller picture inside, nor by what follows the picture", async () => {
  const bytes = await noise(300, 200).jpeg().toBuffer();
  const inside = await noise(40, 30).jpeg().toBuffer();
  const comment = Buffer.concat([Buffer.from([0xff, 0xe2, (inside.length + 2) >> 8, (inside.length + 2) & 255]), inside]);
  const withInside = Buffer.concat([bytes.subarray(0, 2), comment, bytes.subarray(2)]);
  expect(checkPicture(withInside)).toBe("whole");
  expect(checkPicture(withInside.subarray(0, comment.length + 600))).toBe("truncated");
  expect(checkPicture(Buffer.concat([bytes, Buffer.from("a clip of half a second")]))).toBe("whole");
});

it("calls what is no picture foreign", () => {
  for (const text of ["", "text", "%PDF-1.7 ...", "<svg/>", "PK\u0003\u0004"])
    expect(checkPicture(new TextEncoder().encode(text))).toBe("foreign");
});
