export {
  fileSizeText as fileSize,
  LAYOUT_NAME,
  lengthText as length,
  sizeText as size,
  smallText as small,
  trimmed as trim,
} from '@/core';
