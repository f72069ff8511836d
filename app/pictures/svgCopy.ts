/** The visible drawing for a file of its own, with the theme's colours and type written into it. */
export function svgCopy(drawn: SVGSVGElement): SVGSVGElement {
  const styles = getComputedStyle(document.documentElement)
  const themed = (value: string) =>
    value.replace(
      /var\((--[\w-]+)\)/g,
      (whole, token: string) => styles.getPropertyValue(token).trim() || whole,
    )
  const copy = drawn.cloneNode(true) as SVGSVGElement
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
  copy.removeAttribute('class')
  for (const element of [copy, ...copy.querySelectorAll('*')])
    for (const { name, value } of [...element.attributes])
      if (value.includes('var(')) element.setAttribute(name, themed(value))
  return copy
}
