export { Disclosure, Fields } from './disclosure'
export { List } from './list'
export { MasterDetail } from './masterdetail'
export { useRemoval } from './removal'
