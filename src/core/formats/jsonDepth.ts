/** How deep the brackets of a JSON text nest, told without parsing it: a parser's stack may end before the text does. */
export function jsonDepth(text: string): number {
  let depth = 0;
  let deepest = 0;
  let quoted = false;
  for (let k = 0; k < text.length; k++) {
    const char = text.charCodeAt(k);
    if (quoted) {
      if (char === BACKSLASH) k++;
      else if (char === QUOTE) quoted = false;
    } else if (char === QUOTE) quoted = true;
    else if (char === OPEN_BRACE || char === OPEN_BRACKET) deepest = Math.max(deepest, ++depth);
    else if (char === CLOSE_BRACE || char === CLOSE_BRACKET) depth--;
  }
  return deepest;
}

const [QUOTE, BACKSLASH, OPEN_BRACKET, CLOSE_BRACKET, OPEN_BRACE, CLOSE_BRACE] = [0x22, 0x5c, 0x5b, 0x5d, 0x7b, 0x7d];
