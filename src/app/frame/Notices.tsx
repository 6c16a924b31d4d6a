/** What the person has to know that no field can show: a refused edit, what another window did. */
import { App as AntApp } from 'antd';
import { useEffect } from 'react';
import { useShelf } from '../state/shelf';

export const Notices = () => {
  const { message } = AntApp.useApp();
  const [notice] = useShelf((state) => state.notices);
  const readNotice = useShelf((state) => state.readNotice);
  useEffect(() => {
    if (!notice) return;
    void message.warning({ content: notice.text, duration: 8 });
    readNotice(notice.id);
  }, [notice, message, readNotice]);
  return null;
};
