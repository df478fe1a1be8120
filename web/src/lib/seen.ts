/** As which of its people each client is looked at; '' and what is not there is the first. It survives a reload, not the window. */
const shelf = (client: string) => `seen as ${client}`

export const seenAs = (client: string): string => window.sessionStorage.getItem(shelf(client)) ?? ''

export function seeAs(client: string, person: string) {
  if (person === '') window.sessionStorage.removeItem(shelf(client))
  else window.sessionStorage.setItem(shelf(client), person)
}

const ofClient = /\/api\/v1\/clients\/([^/?]+)/

/** The address of something of a client, as they are looked at. */
export function addressed(url: string): string {
  const client = ofClient.exec(url)?.[1]
  const person = client ? seenAs(decodeURIComponent(client)) : ''
  return person === '' ? url : `${url}${url.includes('?') ? '&' : '?'}person=${encodeURIComponent(person)}`
}
