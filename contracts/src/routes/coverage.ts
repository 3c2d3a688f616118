import type {
  ArticleCreate,
  CoverageView,
  DimensionView,
  GapEffect,
  GapFixView,
  GapPage,
  GapSheet,
  GapsQuery,
  MarksInput,
  FixView,
  MovedQuestions,
  TargetMeasure,
  TodayPageView,
  TopicList,
  TopicsState,
  UnsettledDetail,
  UnsettledPage,
  UnsettledQuery,
} from '../index.ts'
import type { Dimension } from '@janua/core'
import { route } from './route.ts'

export const coverageRoutes = {
  'GET /today': route<{ query: { week: string | null }; output: TodayPageView }>('coverage.read'),
  'GET /coverage': route<{ query: { weeks: number }; output: CoverageView }>('coverage.read'),
  'GET /coverage/by': route<{
    query: { dimension: Dimension; weeks: number }
    output: DimensionView
  }>('coverage.read'),
  'POST /coverage/rebuild': route('coverage.set'),
  'PUT /targets': route<{ body: { measure: TargetMeasure; share: number; by: string } }>(
    'coverage.set',
  ),
  'DELETE /targets/:measure': route<{ params: { measure: TargetMeasure } }>('coverage.set'),
  'PUT /alerts/:id/seen': route<{ params: { id: number } }>('coverage.read'),
  'GET /gaps': route<{ query: GapsQuery; output: GapPage }>('gap.read'),
  'GET /gaps/:id': route<{ params: { id: number }; output: GapSheet }>('gap.read'),
  'GET /gaps/:id/effect': route<{ params: { id: number }; output: GapEffect }>('gap.read'),
  'POST /gaps/:id/try': route<{
    params: { id: number }
    body: { item: number; phrasings: string[] | null }
    output: GapEffect
  }>('gap.read'),
  'POST /articles/:id/moved': route<{
    params: { id: number }
    body: MarksInput
    output: MovedQuestions
  }>('article.write'),
  'POST /gaps/:id/fixes': route<{
    params: { id: number }
    body:
      | { kind: 'teach'; item: number; phrasings: string[] }
      | { kind: 'extend'; item: number; base: number; body: string; phrasings: string[] }
      | { kind: 'write'; content: ArticleCreate }
    output: { fix: GapFixView; effect: GapEffect }
  }>('gap.work', { status: 201 }),
  'PUT /gaps/:id/work': route<{
    params: { id: number }
    body:
      | { state: 'open' }
      | { state: 'in work'; user: number | null; until: string | null }
      | { state: 'will not cover'; reason: string; reply: string }
  }>('gap.work'),
  'GET /topics': route<{ query: { search: string }; output: TopicList }>('gap.read'),
  'GET /topics/names': route<{ output: { id: number; name: string }[] }>('gap.read'),
  'GET /topics/state': route<{ output: TopicsState }>('gap.read'),
  'POST /topics/regroup': route('topic.correct'),
  'POST /topics/:id': route<{
    params: { id: number }
    body:
      | { action: 'rename'; label: string }
      | { action: 'pin'; pinned: boolean }
      | { action: 'merge'; into: number }
      | { action: 'split'; wordings: string[] }
      | { action: 'move'; wordings: string[]; into: number }
    output: { topic: number }
  }>('topic.correct'),
  'GET /unsettled': route<{ query: UnsettledQuery; output: UnsettledPage }>('unsettled.read'),
  'GET /unsettled/detail': route<{ query: { norm: string }; output: UnsettledDetail }>(
    'unsettled.read',
  ),
  'POST /fixes': route<{
    body: { norm: string; text: string } & (
      { kind: 'phrasing'; item: number } | { kind: 'fixed' | 'article'; content: ArticleCreate }
    )
    output: FixView
  }>('unsettled.fix', { status: 201 }),
}
