import { drawLetter } from '../../../../documents/clinicianLetter'
import { letterToClinician } from '../../../../services/letterToClinician'
import { readLetter } from '../../../../../core/contract/records'
import { answer, sendsFile } from '../../../../http/answer'

export default answer(readLetter, async ({ event, scope, params, account }) => {
  const letter = await letterToClinician(scope, params.id, params.letter, account.practiceName)
  sendsFile(event, 'application/pdf', 'letter.pdf', 'inline')
  return drawLetter(letter)
})
