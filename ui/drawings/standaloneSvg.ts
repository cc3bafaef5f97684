/** What a drawing looks like that stands by itself: without the page's styles, each of its shapes says its own. */
const ATTRIBUTES = [
  'fill',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-opacity',
  'stroke-dasharray',
  'stroke-linecap',
  'stroke-linejoin',
  'opacity',
  'font-family',
  'font-size',
  'font-weight',
  'text-anchor',
] as const;

/** A drawing of the page as a file of its own. */
export function standaloneSvg(svg: SVGSVGElement, title: string): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const [shown, copied] = [svg, copy].map((each) => [each, ...each.querySelectorAll('*')]) as [Element[], Element[]];
  shown.forEach((element, i) => {
    const style = getComputedStyle(element);
    const own = copied[i]!;
    own.removeAttribute('class');
    own.removeAttribute('style');
    own.removeAttribute('href');
    for (const name of ATTRIBUTES) {
      const value = style.getPropertyValue(name);
      if (value !== '' && value !== 'normal') own.setAttribute(name, value);
    }
  });
  const { width, height } = svg.viewBox.baseVal;
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.setAttribute('viewBox', `0 0 ${width} ${height}`);
  const name = document.createElementNS('http://www.w3.org/2000/svg', 'title');
  name.textContent = title;
  const paper = document.createElementNS('http://www.w3.org/2000/svg', 'rect');
  for (const [key, value] of Object.entries({
    width: '100%',
    height: '100%',
    fill: getComputedStyle(document.documentElement).backgroundColor,
  }))
    paper.setAttribute(key, value);
  copy.prepend(name, paper);
  return `<?xml version="1.0" encoding="UTF-8"?>\n${new XMLSerializer().serializeToString(copy)}\n`;
}

/** Hands a text to the browser as a file. */
export function handOver(text: string, type: string, name: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // The browser has taken hold of it by then.
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
