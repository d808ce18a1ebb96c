<template><div /></template>
