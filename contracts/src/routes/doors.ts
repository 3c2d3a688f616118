import type {
  ContactInput,
  Door,
  DoorPublic,
  DoorSave,
  SourceView,
  Thread,
  WayInput,
} from '../index.ts'
import { route } from './route.ts'

export const doorsRoutes = {
  'GET /doors': route<{ output: Door[] }>('door.read'),
  'POST /doors': route<{ body: { title: string; key: string }; output: Door }>('door.write', {
    status: 201,
  }),
  'GET /doors/:id': route<{ params: { id: number }; output: Door }>('door.read'),
  'PUT /doors/:id': route<{ params: { id: number }; body: DoorSave; output: Door }>('door.write'),
  'GET /visit/:door': route<{ params: { door: string }; output: DoorPublic }>('door.visit'),
  'POST /visit/:door/visitors': route<{ params: { door: string }; output: { token: string } }>(
    'door.visit',
    { status: 201 },
  ),
  'GET /visit/:door/sources/:id': route<{
    params: { door: string; id: number }
    output: SourceView
  }>('conversation.visit'),
  'GET /visit/:door/thread': route<{
    params: { door: string }
    query: { after: number }
    output: Thread
  }>('conversation.visit'),
  'POST /visit/:door/messages': route<{
    params: { door: string }
    body: { clientId: string; text: string; language: 'en' | 'de' }
  }>('conversation.visit'),
  'POST /visit/:door/votes': route<{
    params: { door: string }
    body: { message: number; helpful: boolean }
  }>('conversation.visit'),
  'POST /visit/:door/opened': route<{ params: { door: string }; body: { message: number } }>(
    'conversation.visit',
  ),
  'POST /visit/:door/person': route<{ params: { door: string }; body: { language: 'en' | 'de' } }>(
    'conversation.visit',
  ),
  'POST /visit/:door/contact': route<{ params: { door: string }; body: ContactInput }>(
    'conversation.visit',
  ),
  'POST /visit/:door/files': route<{
    params: { door: string }
    query: { name: string; clientId: string }
  }>('conversation.visit', { takesFile: true }),
  'GET /visit/:door/files/:file': route<{ params: { door: string; file: number } }>(
    'conversation.visit',
    { isFile: true },
  ),
  'POST /visit/:door/way': route<{ params: { door: string }; body: WayInput }>(
    'conversation.visit',
  ),
  'POST /visit/:door/seen': route<{ params: { door: string }; body: { seq: number } }>(
    'conversation.visit',
  ),
  'POST /visit/:door/rating': route<{
    params: { door: string }
    body: { stars: number; word: string }
  }>('conversation.visit'),
  'POST /visit/:door/stop-waiting': route<{ params: { door: string } }>('conversation.visit'),
  'POST /visit/:door/end': route<{ params: { door: string } }>('conversation.visit'),
  'GET /visit/:door/transcript': route<{ params: { door: string } }>('conversation.visit', {
    isFile: true,
  }),
  'DELETE /visit/:door/visitor': route<{ params: { door: string } }>('conversation.visit'),
}
