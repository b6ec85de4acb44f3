import EditorPage from '@/ui/editor-page';

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <EditorPage id={(await params).id} />;
}
