import { previewRules } from '../../../../features/rules/preview';

export const dynamic = 'force-dynamic';

export function POST(request: Request): Promise<Response> {
  return previewRules(request);
}
