/** Key under which the browser remembers the garden looked at last. */
export const LAST_GARDEN = 'isleshower.garden'
