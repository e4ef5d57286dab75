/** The sine of so many half turns: asked for by the gamma function below zero alone, where nothing here goes. */
export default (x: number): number => Math.sin(Math.PI * x);
