import '@testing-library/jest-dom/jest-globals';
