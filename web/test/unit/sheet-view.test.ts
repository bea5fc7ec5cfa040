import { describe, expect, it } from "vitest";
import { alphaByLuminosity, Masks, tableOf } from "../../src/features/sheet-view/exact/masks";
import { moved, sameView, transformFrom, wholeSheet, zoomed, type View } from "../../src/features/sheet-view/view";

describe("a view of a sheet", () => {
  const at = ({ scale, left, top }: View, x: number, y: number) => [left + x * scale, top + y * scale];
  it("of the whole sheet lies in the middle, on whole pixels, with a margin on the narrow side", () => {
    const view = wholeSheet({ width: 420, height: 297 }, { width: 824, height: 731 });
    expect(view.scale).toBeCloseTo((824 - 56) / 420, 9);
    expect(view.left).toBe(28);
    expect(view.top).toBe(Math.round((731 - 297 * view.scale) / 2));
  });
  it("zoomed keeps the point under the pointer, and stays within bounds", () => {
    const view = { scale: 2, left: 30, top: 50 };
    const x = (400 - 30) / 2;
    const nearer = zoomed(view, 3, 400, 300);
    expect(nearer.scale).toBe(6);
    expect(at(nearer, x, 125)[0]).toBeCloseTo(400, 9);
    expect(at(nearer, x, 125)[1]).toBeCloseTo(300, 9);
    expect(zoomed(view, 1e9, 0, 0).scale).toBe(200);
    expect(zoomed(view, 1e-9, 0, 0).scale).toBe(0.05);
  });
  it("moves what was painted for another view to where it belongs", () => {
    const [was, is] = [
      { scale: 2, left: 30, top: 50 },
      { scale: 5, left: -10, top: 4 },
    ];
    const [, x, y, k] = /translate\((.+)px, (.+)px\) scale\((.+)\)/.exec(transformFrom(was, is))!.map(Number);
    // A point of the sheet at 10, 20 mm was painted at 50, 90 pixels.
    expect([50 * k! + x!, 90 * k! + y!]).toEqual(at(is, 10, 20));
    expect(sameView(was, moved(moved(was, 5, 6), -5, -6))).toBe(true);
    expect(sameView(was, is)).toBe(false);
    expect(sameView(null, is)).toBe(false);
  });
});

describe("a soft mask worked out pixel by pixel", () => {
  it("lets through what is light, by the weights of red, green and blue in ISO 32000-1, 11.5.3", () => {
    const pixels = Uint8ClampedArray.from([
      255, 0, 0, 255, 0, 255, 0, 255, 0, 0, 255, 255, 255, 255, 255, 128, 0, 0, 0, 255,
    ]);
    alphaByLuminosity(pixels, undefined, false);
    expect([3, 7, 11, 15, 19].map((i) => pixels[i])).toEqual([77, 150, 28, 128, 0]);
  });
  it("goes through a table where the file has one, by alpha or by lightness", () => {
    const turned = Array.from({ length: 256 }, (_, i) => 255 - i);
    const masks = new Masks();
    const pixels = Uint8ClampedArray.from([255, 255, 255, 255, 9, 9, 9, 40]);
    alphaByLuminosity(pixels, tableOf(masks.addAlphaFilter(turned)), true);
    expect([pixels[3], pixels[7]]).toEqual([0, 215]);
    const light = Uint8ClampedArray.from([255, 255, 255, 255, 0, 0, 0, 255]);
    alphaByLuminosity(light, tableOf(masks.addLuminosityFilter(turned)), false);
    expect([light[3], light[7]]).toEqual([0, 255]);
    expect(tableOf(masks.addLuminosityFilter(null))).toBeUndefined();
  });
});
