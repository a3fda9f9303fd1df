import { onMounted } from 'vue'
import { api, data } from '../../api/client'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import { must } from '../../parts/must'
import { useSession } from '../../session'

/** The devices of the project in hand, as they are; asked again when something of them changes. */
export function useDevices() {
  const session = useSession()
  const project = must(session.project).id
  const all = useLoaded(() => data(api.GET('/api/projects/{project}/devices', { params: { path: { project } } })))
  onMounted(all.load)
  whenChanged(['DEVICE'], all.load, 1000)
  return all
}
