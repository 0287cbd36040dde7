export const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1)
export const upperFirst = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
