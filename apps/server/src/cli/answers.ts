import { analyseVisit, diagnoseVisit, parseVisitFile, type VisitFile } from '@brendik/core'
import { answerOfDiagnosis, answerOfVisit, makeWords, readText } from '@brendik/words'
import { diagnosisText, reportText } from './reportText.ts'

export type Command = 'analyse' | 'diagnose'
interface Question {
  answer: (visit: VisitFile) => unknown
  /** The same for people. */
  text: (visit: VisitFile) => string
}

/** The file format is in English and metric, whoever asks. */
const WORDS = makeWords('en', 'metric')
const analysed = (visit: VisitFile) => answerOfVisit(WORDS, analyseVisit(visit))
const diagnosed = (visit: VisitFile) => answerOfDiagnosis(WORDS, diagnoseVisit(visit))

/** What the command line can be asked of a visit file. */
export const QUESTIONS: Readonly<Record<Command, Question>> = {
  analyse: { answer: analysed, text: (visit) => reportText(analysed(visit)) },
  diagnose: { answer: diagnosed, text: (visit) => diagnosisText(diagnosed(visit)) },
}

/** A visit file from its text. @throws {Error} With one line of reason. */
export function visitOf(text: string): VisitFile {
  return parseVisitFile(parseJson(text))
}

/** The answer to one line, as a line; a bad one answers with its error. */
export function answerLine(command: Command, line: string): string {
  try {
    return JSON.stringify(QUESTIONS[command].answer(visitOf(line)))
  } catch (error) {
    return JSON.stringify({ error: readText(WORDS, (error as Error).message) })
  }
}

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''))
  } catch (error) {
    throw new Error(`expected JSON: ${(error as Error).message.replace(/\s+/g, ' ')}`)
  }
}
