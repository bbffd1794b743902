# frozen_string_literal: true

desc "Every check, as in continuous integration"
task(:test) { sh "bin/test" }

desc "Rewrite Ruby and TypeScript in the house format"
task :format do
  sh "bundle exec rubocop -a"
  sh "npm run --silent --prefix frontend format:write"
end

task default: :test
