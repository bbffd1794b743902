# frozen_string_literal: true

module MildAnvil
  module Admin
    # bin/anvil restore FILE: a backup into an empty installation, which is verified then.
    module RestoreCommand
      module_function

      # @param path [String]
      # @return [Integer]
      def call(path, out:, **)
        url = ENV.fetch("DATABASE_URL")
        sound = Actions::RestoreBackup.call(path, url: url, owner_url: ENV.fetch("OWNER_DATABASE_URL", url))
        Store::Database.connect(url)
        out.puts "#{path}: taken in, as it was on #{sound.manifest['created_at']} under version " \
                 "#{sound.manifest['version']}. What is in it:"
        VerifyCommand.call(nil, out: out)
      end
    end
  end
end
