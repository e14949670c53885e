// Viewers' posts: gathered from services, judged in a worker, brought to air as rows. Knows nothing of how they look.
export { PostHost, type PostsSource } from './post-host';
export { PostPictures } from './post-pictures';
export { postRoutes } from './routes';
export { PostAir } from './post-air';
export type { RoomChange } from './posts.worker';
