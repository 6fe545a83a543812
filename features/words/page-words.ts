/** What a page needs for its title: pages know features alone. */
export { t } from '../../core/language';
