# frozen_string_literal: true

module MildAnvil
  module Admin
    # bin/anvil bring FILE: what is new in a Data Package; what differs stays as it is here, and is told.
    module BringCommand
      MOST = 20

      module_function

      # @param path [String]
      # @return [Integer]
      # @raise [InvalidInput, Conflict]
      def call(path, out:, **)
        person = Actions::People.administrator
        sha256 = OpenSSL::Digest::SHA256.file(path).hexdigest
        done = Actions::Packages::TakeIn.call(path, name: File.basename(path), sha256: sha256, person_id: person.id)
        out.puts "#{path}: #{done[:counts].sum { |row| row[:new] }} rows new, " \
                 "#{done[:counts].sum { |row| row[:same] }} the same, #{done[:differences].size} other here"
        done[:heard].each do |row|
          out.puts "  only said, until somebody takes it over: #{row[:count]} × #{row[:what]} (#{row[:why]})"
        end
        done[:differences].first(MOST).each { |row| out.puts "  #{row[:table]} #{row[:label]}: stays as it is here" }
        0
      end
    end
  end
end
