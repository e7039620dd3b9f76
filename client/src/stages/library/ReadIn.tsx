import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { useNavigate } from 'react-router';
import { ask, http, Problem } from '../../api/http';
import { Note } from '../../ui/Note';

/** What a file holds; what is no JSON is no plan file, and the server says so. */
const read = (text: string): unknown => {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
};

/** Takes a plan file of another practice into this library; what is wrong with it is said, and nothing is kept then. */
export function ReadIn() {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const navigate = useNavigate();
  const [wrong, setWrong] = useState('');
  const take = async (file: File | undefined) => {
    if (!file) return;
    try {
      setWrong('');
      const card = await ask(http.POST('/api/library/file', { body: read(await file.text()) }));
      await cache.invalidateQueries();
      void navigate(`/library/own/${card.id}`);
    } catch (e) {
      setWrong(e instanceof Problem ? e.message : t('shell.unreachable'));
    }
  };
  return (
    <>
      <label className="pill filepill">
        {t('library.readIn')}
        <input
          type="file"
          accept="application/json,.json"
          className="visually-hidden"
          onChange={(e) => {
            void take(e.target.files?.[0]);
            e.target.value = '';
          }}
        />
      </label>
      {wrong && <Note kind="wrong">{wrong}</Note>}
    </>
  );
}
