# frozen_string_literal: true

require "json"

module MildAnvil
  module Cli
    # bin/anvil check-paper FILE: whether a PDF is the one that was handed out, by whom it was signed and when; without
    # a database. Exit status 0 genuine, 1 not.
    module CheckPaperCommand
      MOST_BYTES = 64 << 20
      UNKNOWN = "Whether a later one supersedes it the paper cannot know: its code opens the record."

      module_function

      # @param path [String]; @param options [Hash] json:
      # @return [String]
      # @raise [InvalidInput] for a paper that is not genuine, with why
      def call(path, options)
        raise InvalidInput, "it is larger than any paper of ours" if File.size(path) > MOST_BYTES

        read = Core::Seal::PaperSeal.read(File.binread(path))
        against = against(read)
        raise InvalidInput.new("Not genuine: #{against}", problems: [against]) if against

        said = read.sealed.content.merge("key" => Core::Seal::Sealed.short(read.sealed.fingerprint))
        options[:json] ? JSON.pretty_generate(said) : text(said)
      end

      # @param read [Core::Seal::PaperSeal::Read, nil]
      # @return [String, nil] what is wrong
      def against(read)
        return "there is no seal under it that can be read" if read.nil?
        return "its seal was not made by the key that it names" unless read.genuine
        return "it was changed after it was signed" unless read.whole

        "its seal is not one of a paper" unless read.sealed.content["kind"] == "paper"
      end
      private_class_method :against

      def text(said)
        number = said["number"] ? " #{said['number']}" : ""
        standing = said["standing"].to_s.empty? ? nil : "It was #{said['standing'].upcase} when this was drawn."
        ["Genuine: #{said['what']}#{number}, #{said['name']}", *said["hands"].to_a.map { |hand| "  #{hand(hand)}" },
         "Drawn #{said['drawn_at']} by #{whose(said)}, key #{said['key']}. " \
         "Compare the key with whoever gave it out.", standing, UNKNOWN].compact.join("\n")
      end
      private_class_method :text

      def whose(said) = said["laboratory"].to_s.empty? ? "an installation" : said["laboratory"]
      private_class_method :whose

      def hand(hand)
        roles = hand["roles"].to_a.empty? ? "" : " (#{hand['roles'].join(', ')})"
        "#{hand['meaning']} by #{hand['name']}#{roles}, #{hand['at']}"
      end
      private_class_method :hand
    end
  end
end
