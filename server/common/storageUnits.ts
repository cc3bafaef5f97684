/** Between the core's grams and metres and the database's whole milligrams, millimetres and micrometres. */

export const toMg = (massG: number): number => Math.round(massG * 1000);
export const fromMg = (massMg: number): number => massMg / 1000;

export const toMm = (lengthM: number): number => Math.round(lengthM * 1000);
export const fromMm = (lengthMm: number): number => lengthMm / 1000;

export const toUm = (sizeMm: number): number => Math.round(sizeMm * 1000);
export const fromUm = (sizeUm: number): number => sizeUm / 1000;
