/** A share, 0 to 1, as it is shown: "66 %". Chances are told otherwise, in times out of ten or a hundred. */
export function percent(share: number): string {
  return `${Math.round(share * 100)} %`;
}
