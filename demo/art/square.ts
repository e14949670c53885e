/** A square drawing of 400 units on a ground; without one what is not drawn is clear. */
export const square = (body: string, ground?: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="400" viewBox="0 0 400 400">${
    ground ? `<rect width="400" height="400" fill="${ground}"/>` : ''
  }${body}</svg>`;
