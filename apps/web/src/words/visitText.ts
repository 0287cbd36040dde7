/** A sentence without the words before its colon, where the headline has said them already. */
export function afterHeadline(sentence: string): string {
  const rest = sentence.replace(/^[^.:]{1,40}: /, '')
  return rest.charAt(0).toUpperCase() + rest.slice(1)
}
