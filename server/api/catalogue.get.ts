import { catalogueData } from '../catalogue/catalogueData'
import { accountRoute } from '../session/routes'

export default accountRoute(() => catalogueData())
