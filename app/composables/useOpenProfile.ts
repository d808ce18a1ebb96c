import { refusalOf } from './useRefusal'

/**
 * Opens a person's profile for a page that is for leads.
 *
 * @param otherwise what a helper is told
 * @returns the store, and why it could not be opened; empty where it was
 */
export async function useOpenProfile(id: string, otherwise: string) {
  const store = useProfile()
  const { isLead } = useAccount()
  const problem = ref('')
  await useCatalogue().load()
  try {
    if (isLead.value) await store.open(id)
    else problem.value = otherwise
  } catch (error) {
    problem.value = refusalOf(error).message
  }
  return { store, problem }
}
