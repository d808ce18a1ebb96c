declare module 'webvtt-parser' {
  interface Parsed {
    cues: { id: string; startTime: number; endTime: number; text: string }[]
    errors: { message: string; line: number }[]
  }
  export class WebVTTParser {
    constructor(entities?: Record<string, string>)
    parse(input: string, mode: 'subtitles' | 'captions' | 'metadata'): Parsed
  }
}
